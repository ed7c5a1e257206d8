import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { useEntryIds } from './useEntryIds';

/** What a place's thermometer said in the weeks that count; keeping a reading, and taking one back. */
export function useAirReadings(place: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const add = useAddReading(place);
  const readings = useQuery({
    queryKey: [nursery, 'readings', place],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/places/{id}/readings', { params: { path: { nursery, id: place } } })),
  });
  const remove = useMutation({
    mutationFn: (id: string) =>
      unwrap(
        api.DELETE('/api/nurseries/{nursery}/places/{id}/readings/{reading}', {
          params: { path: { nursery, id: place, reading: id } },
        }),
      ),
    onSuccess: () => refresh(),
  });
  return { readings, add, remove };
}

/** Keeping what a place's thermometer says. */
export function useAddReading(place: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: (read: { day: string; lowC: number | null; highC: number | null }) =>
      unwrap(
        api.PUT('/api/nurseries/{nursery}/places/{id}/readings', {
          params: { path: { nursery, id: place } },
          body: { id: idsFor([place, read])[0], ...read },
        }),
      ),
    onSuccess: () => {
      written();
      return refresh();
    },
  });
}

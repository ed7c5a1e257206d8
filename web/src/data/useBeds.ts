import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useSay } from '../ui/Say';
import { useNursery, useRefresh } from './nursery';

export type Bed = Schemas['BedAnswer'];
export type BedYear = Schemas['BedYear'];

/** The beds: what fits, who goes where, what planting takes, what they bore. */
export function useBeds() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'beds'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/beds', { params: { path: { nursery } } })),
  });
}

/** What a bed bore in a year; nothing of it: it is forgotten. */
export function useBedYear(place: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  return useMutation({
    mutationFn: (body: BedYear) =>
      unwrap(
        api.PUT('/api/nurseries/{nursery}/beds/{id}/years', {
          params: { path: { nursery, id: place } },
          body,
        }),
      ),
    onSuccess: () => refresh(),
    onError: (e) => complain(e.message),
  });
}

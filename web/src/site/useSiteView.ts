import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from '../app/nursery';
import { useSay } from '../ui/Say';
import type { Surface } from './model';

/** All that the view shows, for the kept risk or for one that is tried. */
export function useSiteView(surface: Surface, risk: number | null) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'site', 'view', surface, risk],
    queryFn: () =>
      unwrap(
        api.GET('/api/nurseries/{nursery}/site/view', {
          params: { path: { nursery }, query: { surface, ...(risk === null ? {} : { risk }) } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function useSpring(season: number | null) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'site', 'spring', season],
    queryFn: () =>
      unwrap(api.GET('/api/nurseries/{nursery}/site/springs/{season}', { params: { path: { nursery, season: season ?? 0 } } })),
    enabled: season !== null,
    staleTime: Infinity,
  });
}

/** A change that plans rest on: says how many moved. */
export function useMoves<T>(change: (input: T) => Promise<Schemas['ShiftAnswer'][]>, done = 'Kept.') {
  const refresh = useRefresh();
  const { say } = useSay();
  return useMutation({
    mutationFn: change,
    onSuccess: (moved) => {
      const plans = new Set(moved.map((m) => m.batchId)).size;
      say(plans > 0 ? `${done} ${plans === 1 ? '1 plan' : `${plans} plans`} moved.` : done);
      return refresh();
    },
  });
}

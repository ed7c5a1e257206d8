import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useNursery } from './nursery';
import type { Surface } from '../site/model';

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

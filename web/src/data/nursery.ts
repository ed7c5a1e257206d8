import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useParams } from 'react-router';
import { api, unwrap } from '../api/client';

/** The nursery in the path. */
export function useNursery(): string {
  const { nursery } = useParams();
  if (!nursery) throw new Error('Outside a nursery.');
  return nursery;
}

export function useSite() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'site'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/site', { params: { path: { nursery } } })),
  });
}

export function useCatalogue() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'catalogue'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/catalogue', { params: { path: { nursery } } })),
  });
}

export function useUnits() {
  return useSite().data?.input.units ?? 'metric';
}

/** The sign that prices are shown with; nothing where none was said. */
export function useCurrency() {
  return useSite().data?.usual.currency ?? '';
}

/** After a write: everything of this nursery is asked for anew. */
export function useRefresh() {
  const client = useQueryClient();
  const nursery = useNursery();
  return useCallback(() => client.invalidateQueries({ queryKey: [nursery] }), [client, nursery]);
}

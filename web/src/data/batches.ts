import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useNursery } from './nursery';

/** Batches that are not ended, by code and cultivar, with what stands of them. */
export function useBatchNames() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batches', 'names'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/names', { params: { path: { nursery } } })),
  });
}

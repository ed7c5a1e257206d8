import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useNursery } from './nursery';

/** Whether a batch goes out, and what that rests on. */
export function useGo(batch: string) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', batch, 'go'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}/go', { params: { path: { nursery, id: batch } } })),
  });
}

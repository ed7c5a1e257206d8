import { useMutation, useQuery } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { useSay } from '../ui/Say';

/** Whether a batch goes out, and what that rests on. */
export function useGo(batch: string) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', batch, 'go'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}/go', { params: { path: { nursery, id: batch } } })),
  });
}

/** All that is soon to be planted, a line each. */
export function useGoAll() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'go'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/go', { params: { path: { nursery } } })),
  });
}

/** The grower's own word beside the verdict, and taking it back. */
export function useMyCall(batch: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  const done = { onSuccess: () => refresh(), onError: (e: Error) => complain(e.message) };
  const call = useMutation({
    mutationFn: (call: Schemas['MyCall']) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/go', {
          params: { path: { nursery, id: batch } },
          body: { id: v7(), call },
        }),
      ),
    ...done,
  });
  const back = useMutation({
    mutationFn: (id: string) =>
      unwrap(
        api.DELETE('/api/nurseries/{nursery}/batches/{id}/go/{call}', { params: { path: { nursery, id: batch, call: id } } }),
      ),
    ...done,
  });
  return { call, back };
}

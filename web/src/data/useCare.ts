import { useMutation, useQuery } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useSay } from '../ui/Say';
import { useNursery, useRefresh } from './nursery';

export type Price = Schemas['PriceRow'];

/** Feed, light and cost of a batch. */
export function useCare(batch: string) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', batch, 'care'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}/care', { params: { path: { nursery, id: batch } } })),
  });
}

/** Light of each place on a usual day now. */
export function useLight() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'light'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/places/light', { params: { path: { nursery } } })),
  });
}

/** Light at the leaves from a phone's lux. */
export function useLux() {
  const nursery = useNursery();
  return useMutation({
    mutationFn: (body: { lux: number; sun: boolean }) =>
      unwrap(api.POST('/api/nurseries/{nursery}/light-at-leaves', { params: { path: { nursery } }, body })),
  });
}

export function usePrices() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'prices'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/prices', { params: { path: { nursery } } })),
  });
}

/** Keeps a price; the caller says where it failed. */
export function useKeepPrice() {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (body: Price) => unwrap(api.PUT('/api/nurseries/{nursery}/prices', { params: { path: { nursery } }, body })),
    onSuccess: () => refresh(),
  });
}

/** Counted by hand, and taken back. */
export function useCountStore() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say, complain } = useSay();
  const back = useMutation({
    mutationFn: (id: string) => unwrap(api.DELETE('/api/nurseries/{nursery}/store/{id}', { params: { path: { nursery, id } } })),
    onSuccess: () => refresh(),
    onError: (e: Error) => complain(e.message),
  });
  return useMutation({
    mutationFn: async (count: { kind: Schemas['StoreKind']; container: string | null; amount: number }) => {
      const id = v7();
      await unwrap(api.POST('/api/nurseries/{nursery}/store', { params: { path: { nursery } }, body: { id, ...count } }));
      return id;
    },
    onSuccess: async (id) => {
      await refresh();
      say('Counted.', () => back.mutate(id));
    },
  });
}

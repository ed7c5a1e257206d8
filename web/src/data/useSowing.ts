import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';

export type Layout = Schemas['LayoutInput'];
export type Group = Schemas['BenchGroup'];

/** What is to be sown, as it is laid out now; or as it would be with another layout. */
export function useSowing(layout: Layout | null) {
  const nursery = useNursery();
  const path = { nursery };
  return useQuery({
    queryKey: [nursery, 'sowing', layout],
    queryFn: () =>
      layout
        ? unwrap(api.POST('/api/nurseries/{nursery}/sowing', { params: { path }, body: layout }))
        : unwrap(api.GET('/api/nurseries/{nursery}/sowing', { params: { path } })),
    placeholderData: keepPreviousData,
  });
}

export function useKeepLayout() {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (body: Layout) => unwrap(api.PUT('/api/nurseries/{nursery}/sowing', { params: { path: { nursery } }, body })),
    onSuccess: () => refresh(),
  });
}

import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from './nursery';

export type Lot = Schemas['LotAnswer'];

export function useLots() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'lots'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/lots', { params: { path: { nursery } } })),
  });
}

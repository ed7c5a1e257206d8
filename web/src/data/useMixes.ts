import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';

export type MixRecipe = Schemas['MixRecipeAnswer'];

/** The nursery's mixes by their parts. */
export function useMixes() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'mixes'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/mixes', { params: { path: { nursery } } })),
  });
}

export function useKeepMix() {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (body: Schemas['MixRecipeInput']) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/mixes', { params: { path: { nursery } }, body })),
    onSuccess: () => refresh(),
  });
}

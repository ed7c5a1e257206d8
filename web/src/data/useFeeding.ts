import { useMutation, useQuery } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useSay } from '../ui/Say';
import { useNursery, useRefresh } from './nursery';

export type Fertiliser = Schemas['FertiliserRow'];

/** A place was fed; taken back where it was said by mistake. */
export function useFed(place: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  const settled = { onSuccess: () => refresh(), onError: (e: Error) => complain(e.message) };
  const feed = useMutation({
    mutationFn: () =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/places/{id}/fed', { params: { path: { nursery, id: place } }, body: { id: v7() } }),
      ),
    ...settled,
  });
  const back = useMutation({
    mutationFn: (fed: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/places/{id}/fed/{fed}', { params: { path: { nursery, id: place, fed } } })),
    ...settled,
  });
  return { feed, back };
}

/** Fertilisers by their labels, the one in use first. */
export function useFertilisers() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'fertilisers'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/fertilisers', { params: { path: { nursery } } })),
  });
}

export function useKeepFertiliser() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const put = useMutation({
    mutationFn: (body: Fertiliser) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/fertilisers', { params: { path: { nursery } }, body })),
    onSuccess: () => refresh(),
  });
  const remove = useMutation({
    mutationFn: (id: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/fertilisers/{id}', { params: { path: { nursery, id } } })),
    onSuccess: () => refresh(),
  });
  return { put, remove };
}

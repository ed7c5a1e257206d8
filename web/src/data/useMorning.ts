import { useMutation } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useSay } from '../ui/Say';
import { useNursery, useRefresh } from './nursery';

/** Walked, and all was well; taken back where it was said by mistake. */
export function useWalked() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  const settled = { onSuccess: () => refresh(), onError: (e: Error) => complain(e.message) };
  const walk = useMutation({
    mutationFn: () =>
      unwrap(api.POST('/api/nurseries/{nursery}/round/walked', { params: { path: { nursery } }, body: { id: v7() } })),
    ...settled,
  });
  const back = useMutation({
    mutationFn: (id: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/round/walked/{id}', { params: { path: { nursery, id } } })),
    ...settled,
  });
  return { walk, back };
}

/** What was to be opened this morning is open; taken back where it was said by mistake. */
export function useOpened() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  const { back } = useWalked();
  const open = useMutation({
    mutationFn: () =>
      unwrap(api.POST('/api/nurseries/{nursery}/round/opened', { params: { path: { nursery } }, body: { id: v7() } })),
    onSuccess: () => refresh(),
    onError: (e: Error) => complain(e.message),
  });
  return { open, back };
}

/** How long a job of today took; nothing: nobody timed it. */
export function useTimed() {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: ({ entry, minutes }: { entry: string; minutes: number | null }) =>
      unwrap(
        api.PUT('/api/nurseries/{nursery}/round/timed/{entry}', { params: { path: { nursery, entry } }, body: { minutes } }),
      ),
    onSuccess: () => refresh(),
  });
}

/** What is usual here: hours of work in a day, the sign of prices. */
export function useUsual() {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (usual: Schemas['UsualInput']) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/site/usual', { params: { path: { nursery } }, body: usual })),
    onSuccess: () => refresh(),
  });
}

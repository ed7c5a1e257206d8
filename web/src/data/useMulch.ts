import { useMutation } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useSay } from '../ui/Say';
import { useNursery, useRefresh } from './nursery';

export type Mulch = Schemas['MulchAnswer'];

/** The mulch of a bed was pulled back, or put back; taken back where it was said by mistake. */
export function useMulch(bed: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  const settled = { onSuccess: () => refresh(), onError: (e: Error) => complain(e.message) };
  const done = useMutation({
    mutationFn: (work: Mulch['work']) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/beds/{id}/mulch', {
          params: { path: { nursery, id: bed } },
          body: { id: v7(), work },
        }),
      ),
    ...settled,
  });
  const back = useMutation({
    mutationFn: (work: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/beds/{id}/mulch/{work}', { params: { path: { nursery, id: bed, work } } })),
    ...settled,
  });
  return { done, back };
}

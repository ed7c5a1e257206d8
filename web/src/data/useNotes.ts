import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useSay } from '../ui/Say';
import { useNursery, useRefresh } from './nursery';

export type Sign = NonNullable<Schemas['Sign']>;
export type Said = Schemas['Said'];
export type How = NonNullable<Schemas['NoteHow']>;

/** What can be wrong to see. */
export function useSigns() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'signs'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/signs', { params: { path: { nursery } } })),
    staleTime: Infinity,
  });
}

/** Likely causes of a sign on a batch, by its record and by what was looked at. */
export function useCauses(batch: string, sign: Sign | null, answers: Said[]) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', batch, 'causes', sign, answers],
    queryFn: () =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/signs', {
          params: { path: { nursery, id: batch } },
          body: { sign: sign as Sign, answers },
        }),
      ),
    enabled: sign !== null,
    placeholderData: (last, query) => (query?.queryKey[4] === sign ? keepPreviousData(last) : undefined),
  });
}

/** What was noted of a batch, the last first. */
export function useNotes(batch: string) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', batch, 'notes'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}/notes', { params: { path: { nursery, id: batch } } })),
  });
}

/** Notes something of a batch; the caller says where it failed. */
export function useNote(batch: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  const { back } = useTakeBack(batch);
  return useMutation({
    mutationFn: async (note: { sign: Sign | null; words: string; answers: Said[]; on: string }) => {
      const id = v7();
      await unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/notes', {
          params: { path: { nursery, id: batch } },
          body: { id, ...note },
        }),
      );
      return id;
    },
    onSuccess: async (id) => {
      await refresh();
      say('Noted.', () => back.mutate({ note: id, look: null }));
    },
  });
}

/** How what was noted is by now: one tap, and one to take it back. */
export function useTakeBack(batch: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  const settled = { onSuccess: () => refresh(), onError: (e: Error) => complain(e.message) };
  const look = useMutation({
    mutationFn: ({ note, how }: { note: string; how: How }) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/notes/{note}/looks', {
          params: { path: { nursery, id: batch, note } },
          body: { id: v7(), how },
        }),
      ),
    ...settled,
  });
  const back = useMutation({
    mutationFn: ({ note, look }: { note: string; look: string | null }) =>
      look
        ? unwrap(
            api.DELETE('/api/nurseries/{nursery}/batches/{id}/notes/{note}/looks/{look}', {
              params: { path: { nursery, id: batch, note, look } },
            }),
          )
        : unwrap(
            api.DELETE('/api/nurseries/{nursery}/batches/{id}/notes/{note}', {
              params: { path: { nursery, id: batch, note } },
            }),
          ),
    ...settled,
  });
  return { look, back };
}

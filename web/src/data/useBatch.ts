import { keepPreviousData, useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { v5 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { lookAgain } from './plans';
import { useEntries } from './useEntries';
import { useEntryIds } from './useEntryIds';

export type Batch = Schemas['BatchAnswer'];
export type Entry = Omit<Schemas['EntryInput'], 'id'>;

const page = 100;

/** Batches with a word in their code, cultivar or crop, a page at a time. */
export function useBatches(find: string) {
  const nursery = useNursery();
  return useInfiniteQuery({
    queryKey: [nursery, 'batches', 'pages', find],
    queryFn: ({ pageParam: skip }) =>
      unwrap(api.GET('/api/nurseries/{nursery}/batches', { params: { path: { nursery }, query: { find, skip, take: page } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (pages.length * page < last.total ? pages.length * page : undefined),
    // What stood there stands until the next answer comes.
    placeholderData: keepPreviousData,
    refetchInterval: (q) => lookAgain(q.state.data?.pages.some((p) => p.batches.some((b) => b.outOfDate))),
  });
}

export function useBatch(id: string) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', id],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}', { params: { path: { nursery, id } } })),
    enabled: id !== '',
    refetchInterval: (q) => lookAgain(q.state.data?.outOfDate),
  });
}

/** Writes an entry. */
export function useLog(batch: Batch) {
  const nursery = useNursery();
  return useEntries<Entry>({
    batch: batch.id,
    today: batch.today,
    send: (entry, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
          params: { path: { nursery, id: batch.id } },
          body: { ...entry, id },
        }),
      ),
  });
}

type Counted = Record<'seeds' | 'seedlings' | 'containers' | 'containersTo', number>;

interface Correction {
  newDay: string;
  about: number | null;
  entries: ({ corrects: string; aired?: Schemas['AiredSaidInput'] } & Counted)[];
  sure?: string[];
}

/** Puts right what was said in one go: one entry, or a move with what was lost at it. */
export function useCorrect(batch: Batch) {
  const nursery = useNursery();
  return useEntries<Correction>({
    batch: batch.id,
    today: batch.today,
    tell: () => 'Put right.',
    send: ({ newDay, about, entries, sure }, [id]) => {
      const right = entries.map((e) => ({ kind: 'corrected' as const, newDay, about, ...e, ...(sure ? { sure } : {}) }));
      const [only] = right;
      return only && right.length === 1
        ? unwrap(
            api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
              params: { path: { nursery, id: batch.id } },
              body: { ...only, id, happenedOn: batch.today },
            }),
          )
        : unwrap(
            api.POST('/api/nurseries/{nursery}/acts', {
              params: { path: { nursery } },
              body: { id, on: batch.today, entries: right.map((e) => ({ ...e, id: v5(e.corrects, id), batch: batch.id })) },
            }),
          );
    },
  });
}

export function useLock(batch: Batch) {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: ({ step, day }: { step: string; day: string | null }) =>
      unwrap(
        api.PUT('/api/nurseries/{nursery}/batches/{id}/steps/{step}/lock', {
          params: { path: { nursery, id: batch.id, step } },
          body: { version: batch.version, day },
        }),
      ),
    onSuccess: () => refresh(),
    onError: () => refresh(),
  });
}

/** Ends a batch with a reason, or (null) takes the end back. */
export function useEnd(batch: Batch) {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (reason: string | null) =>
      unwrap(
        api.PUT('/api/nurseries/{nursery}/batches/{id}/end', { params: { path: { nursery, id: batch.id } }, body: { reason } }),
      ),
    onSuccess: () => refresh(),
  });
}

type Which =
  { kind: 'mixed'; on: string; groups: Schemas['GroupOfInput'][] } | { kind: 'told'; on: string; group: string; really: string };

/** Says that nobody is sure which plants are which, or what they turned out to be; undone whole. */
export function useWhich(batch: Batch) {
  const params = { path: { nursery: useNursery() } };
  return useEntries<Which>({
    batch: batch.id,
    today: batch.today,
    act: true,
    send: (said, [id]) =>
      said.kind === 'mixed'
        ? unwrap(api.POST('/api/nurseries/{nursery}/identity/mixed', { params, body: { id, on: said.on, groups: said.groups } }))
        : unwrap(
            api.POST('/api/nurseries/{nursery}/identity/told', {
              params,
              body: { id, on: said.on, batch: batch.id, group: said.group, really: said.really },
            }),
          ),
  });
}

/** Splits part of a batch off; gives the new batch. */
export function useSplit(batch: Batch) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: async (split: Omit<Schemas['SplitInput'], 'id'>) =>
      (
        await unwrap(
          api.POST('/api/nurseries/{nursery}/batches/{id}/split', {
            params: { path: { nursery, id: batch.id } },
            body: { ...split, id: idsFor(split)[0] },
          }),
        )
      ).id,
    onSuccess: () => {
      written();
      return refresh();
    },
  });
}

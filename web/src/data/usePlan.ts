import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { useEntryIds } from './useEntryIds';
import { useRested } from '../ui/useRested';

export type BatchInput = Schemas['BatchInput'];
export type PlanAnswer = Schemas['PlanAnswer'];

/** The plan for what is chosen now; while a new one is on its way the last one stays on screen. */
export function usePreview(input: BatchInput | null, batch: string | null) {
  const nursery = useNursery();
  const rested = useRested(input);
  const query = useQuery({
    queryKey: [nursery, 'plan', batch, rested],
    queryFn: ({ signal }) => {
      if (!rested) throw new Error('Nothing chosen.');
      if (batch)
        return unwrap(
          api.POST('/api/nurseries/{nursery}/batches/{id}/plan', {
            params: { path: { nursery, id: batch } },
            body: rested,
            signal,
          }),
        );
      return unwrap(api.POST('/api/nurseries/{nursery}/plan', { params: { path: { nursery } }, body: rested, signal }));
    },
    enabled: rested !== null,
    placeholderData: (last) => last,
    gcTime: 60_000,
  });
  /** Whether the plan on screen is that of what is typed. */
  const settled = rested === input && !query.isFetching && !query.isPlaceholderData;
  return { ...query, settled };
}

/** Keeps a new batch, or a changed one; gives its id. */
export function useKeep(batch: { id: string; version: number } | null) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { idsFor } = useEntryIds();
  return useMutation({
    mutationFn: async ({
      input,
      shown,
      standing,
      againOf,
    }: {
      input: BatchInput;
      shown: string;
      standing: Schemas['StandingInput'] | null;
      againOf: string | null;
    }) => {
      if (batch) {
        const params = { path: { nursery, id: batch.id } };
        await unwrap(
          api.PUT('/api/nurseries/{nursery}/batches/{id}', { params, body: { version: batch.version, input, shown } }),
        );
        return batch.id;
      }
      const body = { id: idsFor([input, standing])[0], input, shown, standing, againOf };
      return (await unwrap(api.POST('/api/nurseries/{nursery}/batches', { params: { path: { nursery } }, body }))).id;
    },
    onSuccess: () => refresh(),
  });
}

/** The batch that is changed, where one is. */
export function useChanged(id: string | null) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', id],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}', { params: { path: { nursery, id: id ?? '' } } })),
    enabled: id !== null,
  });
}

/** When the batch after one is planted, and until when that is worth it. */
export function useWave(id: string | null) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'wave', id],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}/wave', { params: { path: { nursery, id: id ?? '' } } })),
    enabled: id !== null,
  });
}

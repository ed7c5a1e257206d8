import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useRested } from '../ui/useRested';
import { useNursery, useRefresh } from './nursery';
import { useEntryIds } from './useEntryIds';
import type { BatchInput } from './usePlan';

export type SeveralLine = Schemas['SeveralLine'];

/** The plans of several batches in a line each; while new ones are on their way the last stay on screen. */
export function useSeveral(inputs: BatchInput[]) {
  const nursery = useNursery();
  const rested = useRested(inputs);
  const query = useQuery({
    queryKey: [nursery, 'plan', 'several', rested],
    queryFn: ({ signal }) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/plan/several', {
          params: { path: { nursery } },
          body: { inputs: rested },
          signal,
        }),
      ),
    enabled: rested.length > 0,
    placeholderData: (last) => last,
    gcTime: 60_000,
  });
  const settled = rested === inputs && !query.isFetching && !query.isPlaceholderData;
  return { ...query, settled };
}

/** Keeps several batches together, or none of them. */
export function useKeepSeveral() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { manyFor, written } = useEntryIds();
  return useMutation({
    mutationFn: (batches: { input: BatchInput; shown: string; standing?: Schemas['StandingInput'] }[]) => {
      // Sent again because the answer was lost, they are the same batches; a plan that changed meanwhile is looked at anew.
      const ids = manyFor(
        batches.map((b) => [b.input, b.standing]),
        batches.length,
      );
      return unwrap(
        api.POST('/api/nurseries/{nursery}/batches/several', {
          params: { path: { nursery } },
          body: { batches: batches.map((b, i) => ({ id: ids[i] ?? '', standing: null, ...b, againOf: null })) },
        }),
      );
    },
    onSuccess: () => {
      written();
      return refresh();
    },
  });
}

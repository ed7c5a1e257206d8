import { useMutation } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';

export type After = Schemas['AfterAnswer'];

/** Plants in a bed were looked at: those that died are lost in the ledger, the others are alive; and it is taken back. */
export function useLookedAfter(after: After, today: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const look = useMutation({
    mutationFn: async ({ lost, reason }: { lost: number; reason: string }) => {
      if (lost > 0)
        await unwrap(
          api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
            params: { path: { nursery, id: after.batchId } },
            body: {
              id: v7(),
              kind: 'lost',
              happenedOn: today,
              from: { containerId: null, placeId: after.placeId },
              group: after.group,
              seedlings: lost,
              reason,
            },
          }),
        );
      // Where all of them died there is nothing left to look after.
      if (lost < after.seedlings)
        await unwrap(
          api.POST('/api/nurseries/{nursery}/round/looked', {
            params: { path: { nursery } },
            body: { id: v7(), batch: after.batchId, group: after.group },
          }),
        );
    },
    // What was said before one failed has been said.
    onSettled: () => refresh(),
  });
  const back = useMutation({
    mutationFn: (id: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/round/looked/{id}', { params: { path: { nursery, id } } })),
    onSuccess: () => refresh(),
  });
  return { look, back };
}

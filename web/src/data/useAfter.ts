import { useMutation } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { counted } from '../ui/units';
import { useEntries } from './useEntries';
import { useEntryIds } from './useEntryIds';

export type After = Schemas['AfterAnswer'];

/** Plants in a bed were looked at: those that died are lost in the ledger, the others are alive; and it is taken back. */
export function useLookedAfter(after: After, today: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { idsFor, written } = useEntryIds();
  const look = useMutation({
    mutationFn: async ({ lost, reason }: { lost: number; reason: string }) => {
      // Said again because the second of the two did not come through, nobody dies twice.
      const [death, looked] = idsFor([after.group, today, lost, reason]);
      if (lost > 0)
        await unwrap(
          api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
            params: { path: { nursery, id: after.batchId } },
            body: {
              id: death,
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
            body: { id: looked, batch: after.batchId, group: after.group },
          }),
        );
    },
    onSuccess: written,
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

/** Gaps in a bed are filled with spares of the batch: they are planted as any others. */
export function useFillGaps(after: After, today: string) {
  const nursery = useNursery();
  return useEntries<{ count: number; sure?: string[] }>({
    batch: after.batchId,
    today,
    tell: ({ count }) => `${counted(count, 'gap')} filled: ${after.cultivar} ${after.code}`,
    send: ({ count, sure }, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
          params: { path: { nursery, id: after.batchId } },
          body: {
            id,
            kind: 'moved',
            happenedOn: today,
            step: after.spare?.step,
            from: { containerId: after.spare?.containerId ?? null, placeId: after.spare?.placeId ?? '' },
            to: { containerId: null, placeId: after.placeId },
            group: after.spare?.group,
            seedlings: count,
            ...(sure ? { sure } : {}),
          },
        }),
      ),
  });
}

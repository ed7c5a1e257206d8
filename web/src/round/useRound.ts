import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from '../app/nursery';
import { useSay } from '../ui/Say';
import { useEntryIds } from '../ui/useEntryIds';
import { useUndo } from '../ui/useUndo';

export type Task = Schemas['TaskAnswer'];

export function useRound() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'round'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/round', { params: { path: { nursery } } })),
  });
}

export interface Said {
  count: number;
  carryOn: boolean;
  rest: Schemas['Rest'];
  reason: string | null;
  pairs: number;
}

/** Saying that a task is done, with undo for a while after. */
export function useDone(task: Task, today: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const undo = useUndo();
  const { say } = useSay();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: (said: Said) => {
      if (task.thinning)
        return unwrap(
          api.POST('/api/nurseries/{nursery}/batches/{id}/thin', {
            params: { path: { nursery, id: task.batchId } },
            body: { id: idsFor([task.batchId, 'thin', task.count])[0], happenedOn: today, snips: task.count },
          }),
        );
      const [id, extraId] = idsFor([task.batchId, task.stage, task.from, said]);
      return unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/stages/{stage}/done', {
          params: { path: { nursery, id: task.batchId, stage: task.stage } },
          body: {
            id,
            extraId,
            happenedOn: today,
            count: said.count,
            from: task.from,
            carryOn: said.carryOn,
            rest: said.rest,
            reason: said.reason,
            pairs: said.pairs,
          },
        }),
      );
    },
    onSuccess: (answer, said) => {
      written();
      say(`${task.title}: ${said.count} ${task.cultivar}`, () => void undo(task.batchId, answer.entries, today));
      return refresh();
    },
  });
}

/** Putting a task off. */
export function useNotYet(task: Task, today: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const undo = useUndo();
  const { say } = useSay();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: ({ newDay, reason }: { newDay: string; reason: string }) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
          params: { path: { nursery, id: task.batchId } },
          body: {
            id: idsFor([task.batchId, task.stage, newDay, reason])[0],
            kind: 'not-yet',
            happenedOn: today,
            stage: task.stage,
            newDay,
            reason,
          },
        }),
      ),
    onSuccess: (answer) => {
      written();
      say(`${task.title} ${task.cultivar}: put off`, () => void undo(task.batchId, answer.entries, today));
      return refresh();
    },
  });
}

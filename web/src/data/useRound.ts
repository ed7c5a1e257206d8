import { useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { lookAgain } from './plans';
import { day } from '../ui/dates';
import { useEntries } from './useEntries';

export type Task = Schemas['TaskAnswer'];

/** The morning's work, a page of jobs at a time in the order of the walk. */
export function useRound() {
  const nursery = useNursery();
  return useInfiniteQuery({
    queryKey: [nursery, 'round'],
    queryFn: ({ pageParam }) =>
      unwrap(api.GET('/api/nurseries/{nursery}/round', { params: { path: { nursery }, query: { skip: pageParam } } })),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next ?? undefined,
    refetchInterval: (q) => lookAgain(q.state.data?.pages[0]?.waiting),
  });
}

/** What the coming weeks take; asked for where somebody looks. */
export function useNeeds(enabled: boolean) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'needs'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/needs', { params: { path: { nursery } } })),
    enabled,
  });
}

/** The new days of some steps were seen: they are not told again. */
export function useSeen() {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (steps: string[]) =>
      unwrap(api.POST('/api/nurseries/{nursery}/round/seen', { params: { path: { nursery } }, body: { steps } })),
    onSuccess: () => refresh(),
  });
}

/** Carries all of a place to another; undone whole. */
export function useCarry(from: Schemas['StandingAnswer'], today: string) {
  const nursery = useNursery();
  return useEntries<{ to: string; name: string; on: string; myCall?: boolean }>({
    batch: null,
    today,
    send: ({ to, on, myCall = false }, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/places/{id}/carry', {
          params: { path: { nursery, id: from.placeId } },
          body: { id, to, on, myCall },
        }),
      ),
    act: true,
    tell: ({ name }) => `${from.place} carried to ${name}.`,
  });
}

/** Why a task falls on its day; part of the batch's answers, so that what changes the batch asks for it anew. */
export function useWhy(task: Task) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'batch', task.batchId, 'why', task.step.id],
    queryFn: () =>
      unwrap(
        api.GET('/api/nurseries/{nursery}/batches/{id}/steps/{step}/why', {
          params: { path: { nursery, id: task.batchId, step: task.step.id } },
        }),
      ),
  });
}

export interface Said {
  count: number;
  carryOn: boolean;
  rest: Schemas['Rest'];
  reason: string | null;
  pairs: number;
  myCall: boolean;
  /** The day it was done on. */
  on: string;
  /** Where to and into what, where it is another place or pot than planned. */
  to: Schemas['GroupInput'] | null;
  /** How many days the day may be off. */
  about: number | null;
  /** Doubts that were answered. */
  sure?: string[];
}

/** Saying that a task is done, with undo for a while after. */
export function useDone(task: Task, today: string) {
  const nursery = useNursery();
  const params = { path: { nursery, id: task.batchId } };
  return useEntries<Said>({
    batch: task.batchId,
    today,
    send: ({ on, ...said }, [id, extraId]) =>
      task.thinning
        ? unwrap(
            api.POST('/api/nurseries/{nursery}/batches/{id}/thin', {
              params,
              body: { id, happenedOn: on, snips: task.count },
            }),
          )
        : unwrap(
            api.POST('/api/nurseries/{nursery}/batches/{id}/steps/{step}/done', {
              params: { path: { ...params.path, step: task.step.id } },
              body: { ...said, id, extraId, happenedOn: on, from: task.from, group: task.group },
            }),
          ),
    tell: (said) => `${task.title}: ${said.count} ${task.cultivar}${said.on === today ? '' : `, ${day(said.on)}`}`,
  });
}

/** Putting a task off. */
export function useNotYet(task: Task, today: string) {
  const nursery = useNursery();
  return useEntries<{ newDay: string; reason: string }>({
    batch: task.batchId,
    today,
    send: ({ newDay, reason }, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
          params: { path: { nursery, id: task.batchId } },
          body: { id, kind: 'not-yet', happenedOn: today, step: task.step.id, newDay, reason },
        }),
      ),
    tell: ({ newDay }) => `${task.title} ${task.cultivar}: put off to ${day(newDay)}`,
  });
}

/** Plants of a card that died. */
export function useLost(task: Task, today: string) {
  const nursery = useNursery();
  return useEntries<{ count: number; reason: string }>({
    batch: task.batchId,
    today,
    send: ({ count, reason }, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
          params: { path: { nursery, id: task.batchId } },
          body: { id, kind: 'lost', happenedOn: today, from: task.from, group: task.group, seedlings: count, reason },
        }),
      ),
    tell: ({ count, reason }) => `${count} ${task.cultivar} lost: ${reason.toLowerCase()}`,
  });
}

/** Tops, flowers, seed leaves or side shoots were taken off all plants of a card. */
export function usePinched(task: Task, today: string) {
  const nursery = useNursery();
  return useEntries<Schemas['Pinched']>({
    batch: task.batchId,
    today,
    send: async (pinched, [id]) => {
      await unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
          params: { path: { nursery, id: task.batchId } },
          body: {
            id,
            kind: 'pinched',
            happenedOn: today,
            from: task.from,
            group: task.group,
            pinched,
            seedlings: task.seedlings,
          },
        }),
      );
      return { entries: [id] };
    },
    tell: () => `Logged: ${task.seedlings} ${task.cultivar}`,
  });
}

/** What was seen of the plants of a card: their days follow. */
export function useLook(task: Task, today: string) {
  const nursery = useNursery();
  return useEntries<Schemas['SeenInput']>({
    batch: task.batchId,
    today,
    send: async (seen, [id]) => {
      await unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
          params: { path: { nursery, id: task.batchId } },
          body: { id, kind: 'checked', happenedOn: today, from: task.from, group: task.group, seen, seeds: 0, seedlings: 0 },
        }),
      );
      return { entries: [id] };
    },
    tell: () => 'Logged: the days follow what you saw.',
  });
}

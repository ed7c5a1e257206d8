import { useMutation } from '@tanstack/react-query';
import { useCallback } from 'react';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { counted } from '../ui/units';
import { useSay } from '../ui/Say';

type Planning = Schemas['PlanningAnswer'];

/** How long between two looks whether the plans have followed, ms. */
const between = 1000;

export const lookAgain = (waiting: number | boolean | undefined) => (waiting ? 2 * between : false);

/** "3 plans moved, 26-05 first." */
export function movedSentence({ moved }: Planning): string {
  const [first] = moved;
  return first ? `${counted(new Set(moved.map((m) => m.batchId)).size, 'plan')} moved, ${first.code} first.` : 'No plan moved.';
}

/**
 * After a change that plans rest on: says what moved, and asks for everything anew. Where the plans take longer than the answer waited, that is
 * said first, and what moved when it is known.
 */
export function usePlansFollow() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  return useCallback(
    async (done: string, answer: Planning, undo?: () => void) => {
      if (answer.waiting === 0) {
        say(`${done} ${movedSentence(answer)}`, undo);
        return refresh();
      }
      say(`${done} ${counted(answer.waiting, 'plan')} to follow.`, undo);
      await refresh();
      let now = answer;
      while (now.waiting > 0) {
        await new Promise((resolve) => setTimeout(resolve, between));
        now = await unwrap(api.GET('/api/nurseries/{nursery}/planning', { params: { path: { nursery } } }));
      }
      say(movedSentence(now));
      await refresh();
    },
    [nursery, refresh, say],
  );
}

/** A change that plans rest on. */
export function useMoves<T>(change: (input: T) => Promise<Planning>, done = 'Kept.') {
  const follow = usePlansFollow();
  return useMutation({ mutationFn: change, onSuccess: (answer) => void follow(done, answer).catch(() => undefined) });
}

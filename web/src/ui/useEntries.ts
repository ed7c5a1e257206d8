import { useMutation } from '@tanstack/react-query';
import { useRefresh } from '../app/nursery';
import { useSay } from './Say';
import { useEntryIds } from './useEntryIds';
import { useUndo } from './useUndo';

interface Writing<T> {
  batch: string;
  today: string;
  /** Sends what was said with the ids it is to have; gives the entries that were written, the last one first. */
  send: (said: T, ids: [string, string]) => Promise<{ entries: string[] }>;
  /** What is told of it, with undo beside it. */
  tell?: (said: T) => string;
}

/** Writes into a batch's ledger: sent again because the answer was lost, it has no second effect; undone for a while after. */
export function useEntries<T>({ batch, today, send, tell }: Writing<T>) {
  const refresh = useRefresh();
  const undo = useUndo();
  const { say } = useSay();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: (said: T) => send(said, idsFor([batch, said])),
    onSuccess: ({ entries: [last] }, said) => {
      written();
      if (!last) say('Nothing was different.');
      else say(tell?.(said) ?? 'Logged.', () => void undo(batch, last, today));
      return refresh();
    },
  });
}

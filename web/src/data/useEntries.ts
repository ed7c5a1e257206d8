import { useMutation } from '@tanstack/react-query';
import { useRefresh } from './nursery';
import { useSay } from '../ui/Say';
import { useEntryIds } from './useEntryIds';
import { useUndo } from './useUndo';

interface Writing<T> {
  /** Null where it is about several. */
  batch: string | null;
  today: string;
  /** Sends what was said with the ids it is to have; gives the entries that were written, the last one first. */
  send: (said: T, ids: [string, string]) => Promise<{ entries: string[] }>;
  /** It is an act of its own: it is undone as one. */
  act?: boolean;
  /** What is told of it, with undo beside it. */
  tell?: (said: T) => string;
}

/** Writes into a batch's ledger: sent again because the answer was lost, it has no second effect; undone for a while after. */
export function useEntries<T>({ batch, today, send, tell, act = false }: Writing<T>) {
  const refresh = useRefresh();
  const undo = useUndo();
  const { say } = useSay();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: async (said: T) => {
      const ids = idsFor([batch, said]);
      return { ...(await send(said, ids)), id: ids[0] };
    },
    onSuccess: ({ entries: [last], id }, said) => {
      written();
      if (!last) say('Nothing was different.');
      else say(tell?.(said) ?? 'Logged.', () => void (act ? undo.act(id, today) : undo.entry(batch ?? '', last, today)));
      return refresh();
    },
  });
}

import { useCallback, useRef } from 'react';
import { v7 } from 'uuid';

/**
 * Ids for what is about to be written. The same words sent again, because the answer was lost, have the same ids and so one effect;
 * other words, or the same ones after they were written, have new ids.
 */
export function useEntryIds() {
  const last = useRef<{ words: string; ids: [string, string] } | null>(null);
  const idsFor = useCallback((words: unknown): [string, string] => {
    const text = JSON.stringify(words);
    if (last.current?.words !== text) last.current = { words: text, ids: [v7(), v7()] };
    return last.current.ids;
  }, []);
  const written = useCallback(() => {
    last.current = null;
  }, []);
  return { idsFor, written };
}

import { useCallback, useRef } from 'react';
import { v7 } from 'uuid';

/**
 * Ids for what is about to be written. The same words sent again, because the answer was lost, have the same ids and so one effect;
 * other words, or the same ones after they were written, have new ids.
 */
export function useEntryIds() {
  const last = useRef<{ words: string; ids: string[] } | null>(null);
  const manyFor = useCallback((words: unknown, count: number): string[] => {
    const text = JSON.stringify(words);
    if (last.current?.words !== text) last.current = { words: text, ids: Array.from({ length: count }, () => v7()) };
    return last.current.ids;
  }, []);
  const idsFor = useCallback((words: unknown): [string, string] => manyFor(words, 2) as [string, string], [manyFor]);
  const written = useCallback(() => {
    last.current = null;
  }, []);
  return { idsFor, manyFor, written };
}

import { useCallback, useState } from 'react';

const keyOf = (key: string) => `juvenal-typed/${key}`;

function kept<T extends object>(key: string, empty: T): T {
  try {
    const text = sessionStorage.getItem(keyOf(key));
    return text ? { ...empty, ...(JSON.parse(text) as Partial<T>) } : empty;
  } catch {
    return empty;
  }
}

/** Puts into a form that is opened next what was typed elsewhere. */
export function keepFor(key: string, typed: object) {
  try {
    sessionStorage.setItem(keyOf(key), JSON.stringify(typed));
  } catch {
    // A full or forbidden store: the form opens empty.
  }
}

/** Whether something is typed into a form and not sent yet. */
export function isKept(key: string): boolean {
  try {
    return sessionStorage.getItem(keyOf(key)) !== null;
  } catch {
    return false;
  }
}

/**
 * What is typed into a form and not sent yet: it outlives a change of view and a reload, until it is sent or emptied.
 * The key says which form of what; it does not change while the form is there.
 */
export function useKept<T extends object>(key: string, empty: T): [T, (change: Partial<T>) => void, () => void] {
  const [held, setHeld] = useState(() => kept(key, empty));
  const change = useCallback(
    (some: Partial<T>) =>
      setHeld((was) => {
        const now = { ...was, ...some };
        try {
          sessionStorage.setItem(keyOf(key), JSON.stringify(now));
        } catch {
          // A full or forbidden store: the page itself still has it.
        }
        return now;
      }),
    [key],
  );
  const clear = useCallback(() => {
    sessionStorage.removeItem(keyOf(key));
    setHeld(empty);
    // The empty form is the same each time it is drawn.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return [held, change, clear];
}

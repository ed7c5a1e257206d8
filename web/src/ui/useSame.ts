import { useState } from 'react';

/** The same object for as long as it says the same: what is drawn from it alone is not drawn anew. */
export function useSame<T>(value: T): T {
  const [held, setHeld] = useState(value);
  const same = held === value || JSON.stringify(held) === JSON.stringify(value);
  if (!same) setHeld(value);
  return same ? held : value;
}

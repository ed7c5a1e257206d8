import { useEffect, useState } from 'react';

/** Milliseconds. */
const settle = 60;

/** The value once typing rests for a moment. */
export function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), settle);
    return () => clearTimeout(timer);
  }, [value]);
  return rested;
}

import { useCallback, useEffect, useRef, useState } from 'react';

/** Milliseconds. */
const settle = 180;

/**
 * What is typed into one field of a large form: the field has it at once; the form has the first key at once, so that it knows, and the
 * rest when typing rests for a moment, or when the field is left, sent off, or gone. Each key would draw the whole form anew.
 */
export function useTyped(value: string, onChange: (text: string) => void) {
  const [text, setText] = useState(value);
  const [given, setGiven] = useState(value);
  const open = useRef<{ timer: ReturnType<typeof setTimeout>; text: string; told: string } | null>(null);
  const tell = useRef(onChange);
  useEffect(() => {
    tell.current = onChange;
  });
  // Another value from outside: a packet was chosen, the form begun again.
  if (value !== given) {
    setGiven(value);
    setText(value);
  }
  const flush = useCallback(() => {
    const waiting = open.current;
    if (!waiting) return;
    clearTimeout(waiting.timer);
    open.current = null;
    if (waiting.text === waiting.told) return;
    // In one go with the form's own state: what comes back from it is no other value.
    setGiven(waiting.text);
    tell.current(waiting.text);
  }, []);
  const type = useCallback(
    (next: string) => {
      setText(next);
      const before = open.current;
      if (before) clearTimeout(before.timer);
      open.current = { text: next, told: before?.told ?? next, timer: setTimeout(flush, settle) };
      if (before) return;
      setGiven(next);
      tell.current(next);
    },
    [flush],
  );
  // What is typed and not told yet is not lost with the field.
  useEffect(() => flush, [flush]);
  return { text, type, flush };
}

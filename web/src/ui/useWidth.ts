import { useLayoutEffect, useRef, useState } from 'react';

/** How wide a picture may be drawn, so that its letters keep their size on a phone. */
export function useWidth(initial = 760): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(initial);
  // Measured before it is seen: nothing below it jumps.
  useLayoutEffect(() => {
    const box = ref.current;
    if (!box || typeof ResizeObserver === 'undefined') return;
    const take = (wide: number) => wide > 0 && setWidth(Math.max(300, Math.min(900, Math.round(wide))));
    take(box.getBoundingClientRect().width);
    const watch = new ResizeObserver(([entry]) => {
      if (entry) take(entry.contentRect.width);
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}

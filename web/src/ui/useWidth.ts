import { useEffect, useRef, useState } from 'react';

/** How wide a picture may be drawn, so that its letters keep their size on a phone. */
export function useWidth(initial = 760): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(initial);
  useEffect(() => {
    const box = ref.current;
    if (!box || typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setWidth(Math.max(300, Math.min(900, Math.round(entry.contentRect.width))));
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}

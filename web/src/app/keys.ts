import { useEffect, useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useSay } from '../ui/Say';
import { useMay } from '../data/session';

export interface View {
  path: string;
  name: string;
  /** After `g`. */
  key: string;
  /** For growers. */
  plans: boolean;
  /** Where it stands: on every bar, on that of a desk, or behind More. */
  bar: 'both' | 'wide' | 'more';
}

/** `g` and then a letter goes to a view. */
const views: readonly View[] = [
  { path: 'round', name: 'Round', key: 'r', plans: false, bar: 'both' },
  { path: 'batches', name: 'Batches', key: 'b', plans: false, bar: 'both' },
  { path: 'seeds', name: 'Seeds', key: 'e', plans: true, bar: 'wide' },
  { path: 'site', name: 'Site', key: 's', plans: true, bar: 'both' },
  { path: 'plan', name: 'Plan', key: 'p', plans: true, bar: 'more' },
  { path: 'beds', name: 'Beds', key: 'd', plans: false, bar: 'more' },
  { path: 'sale', name: 'Sale', key: 'a', plans: false, bar: 'more' },
  { path: 'sums', name: 'Sums', key: 'm', plans: false, bar: 'more' },
  { path: 'house', name: 'House', key: 'h', plans: true, bar: 'more' },
];

/** The views that one has work in: a helper has no plan to make, and Sums at hand. */
export function useViews(): View[] {
  const may = useMay('grower');
  return useMemo(
    () => views.filter((v) => may || !v.plans).map((v) => (may || v.path !== 'sums' ? v : { ...v, bar: 'both' as const })),
    [may],
  );
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** The keys that work everywhere. */
export function useKeys(base: string, help: () => void) {
  const navigate = useNavigate();
  const { undoLast } = useSay();
  const views = useViews();
  const going = useRef(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target) || document.querySelector('[role="dialog"]')) return;
      if (going.current) {
        going.current = false;
        const view = views.find((v) => v.key === e.key);
        if (view) {
          e.preventDefault();
          void navigate(`${base}/${view.path}`);
        }
        return;
      }
      if (e.key === 'g') going.current = true;
      else if (e.key === '?') help();
      else if (e.key === 'u') undoLast();
      else if (e.key === '/') {
        e.preventDefault();
        void navigate(`${base}/batches`, { state: { find: true } });
      } else if (e.key === '.') {
        document.activeElement?.closest('[data-task]')?.querySelector<HTMLButtonElement>('[data-done]')?.click();
      } else if (e.key === 'j' || e.key === 'k') {
        const tasks = [...document.querySelectorAll<HTMLElement>('[data-task]')];
        const here = tasks.findIndex((t) => t.contains(document.activeElement));
        tasks[Math.max(0, Math.min(tasks.length - 1, here + (e.key === 'j' ? 1 : here < 0 ? 1 : -1)))]?.focus();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [base, help, navigate, undoLast, views]);
}

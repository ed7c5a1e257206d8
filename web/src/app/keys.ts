import { useEffect, useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useSay } from '../ui/Say';
import { useMay } from '../data/session';

/** `g` and then a letter goes to a view. */
const views = [
  { path: 'round', name: 'Round', key: 'r', plans: false },
  { path: 'plan', name: 'Plan', key: 'p', plans: true },
  { path: 'batches', name: 'Batches', key: 'b', plans: false },
  { path: 'seeds', name: 'Seeds', key: 'e', plans: true },
  { path: 'site', name: 'Site', key: 's', plans: true },
  { path: 'sums', name: 'Sums', key: 'm', plans: false },
  { path: 'house', name: 'House', key: 'h', plans: true },
] as const;

/** The views that one has work in: a helper has no plan to make. */
export function useViews() {
  const may = useMay('grower');
  return useMemo(() => views.filter((v) => may || !v.plans), [may]);
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

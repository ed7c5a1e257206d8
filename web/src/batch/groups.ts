import type { Schemas } from '../api/client';
import { plusDays } from '../ui/dates';

export type Listed = Schemas['BatchRowAnswer'];

/** Batches by what is next, in the order they come: due, this week, later, nothing left, closed. */
export function groupsOf(batches: readonly Listed[], today: string): { name: string; batches: Listed[] }[] {
  const week = plusDays(today, 7);
  const name = (b: Listed) =>
    b.endedOn
      ? 'Closed'
      : !b.next
        ? 'Nothing left to do'
        : b.next.day <= today
          ? 'Due'
          : b.next.day <= week
            ? 'This week'
            : 'Later';
  const groups = new Map<string, Listed[]>();
  for (const b of batches) groups.set(name(b), [...(groups.get(name(b)) ?? []), b]);
  return [...groups].map(([name, batches]) => ({ name, batches }));
}

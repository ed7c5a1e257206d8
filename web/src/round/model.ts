import { away, daysBetween, duration, span } from '../ui/dates';
import { counted, many, volume, type UnitSystem } from '../ui/units';
import type { Task } from './useRound';

export const restWords = { stays: 'stay', snipped: 'snipped', lost: 'lost' } as const;

/** How pressing, in a few words. */
export function when(task: Task, today: string): string {
  if (task.press === 'look') return `look: may be ready, ${span(task.low, task.high)}`;
  if (task.press === 'coming') return away(today, task.due);
  const late = daysBetween(task.due, today);
  if (late <= 0) return 'today';
  return late === 1 ? 'due yesterday' : `due ${late} days ago`;
}

/** With what, and where to. */
export function amounts(task: Task, units: UnitSystem): string {
  const mix = task.mixLitres > 0 ? `${many(volume.shown(task.mixLitres, units))} ${volume.unit(units)} mix` : null;
  switch (task.stage) {
    case 'sow':
      return [
        counted(task.seeds, 'seed'),
        task.trays === null ? task.container : `${task.trays} × ${task.container ?? ''}`,
        mix,
        `to ${task.toPlace}`,
      ]
        .filter(Boolean)
        .join(' · ');
    case 'emerge':
      return `${counted(task.containers, 'cell')}, ${task.seedlings} up so far of ${counted(task.seeds, 'seed')}`;
    case 'harden':
      return `Carry ${task.containers} × ${task.container ?? ''} to ${task.toPlace}`;
    case 'plant-out':
      return `Into ${task.toPlace}: water first, then plant, firm, water`;
    default:
      return [`${task.containers} × ${task.container ?? ''}`, mix, `to ${task.toPlace}`].filter(Boolean).join(' · ');
  }
}

/** The head of the day: how many jobs and how long. */
export function headline(jobs: number, minutes: number): string {
  if (jobs === 0) return 'Nothing is due';
  return `${counted(jobs, 'job')}${minutes > 0 ? `, ${duration(minutes)}` : ''}`;
}

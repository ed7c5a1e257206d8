import { away, day, daysBetween, plusDays, roughly, span } from '../ui/dates';
import { counted, many, volume, type UnitSystem } from '../ui/units';
import type { Schemas } from '../api/client';
import type { Task } from '../data/useRound';

/** The walk of several pages as one: a place that goes on on the next page is one place. */
export function walk(pages: readonly { stops: readonly Schemas['StopAnswer'][] }[]): Schemas['StopAnswer'][] {
  const stops = new Map<string, Schemas['StopAnswer']>();
  for (const stop of pages.flatMap((p) => p.stops)) {
    const before = stops.get(stop.placeId);
    stops.set(stop.placeId, before ? { ...before, tasks: [...before.tasks, ...stop.tasks] } : stop);
  }
  return [...stops.values()];
}

const things = { seed: 'cell', plants: 'plant', cuttings: 'cutting', grafts: 'graft', standing: 'plant' } as const;

/** "Sow 80 cells", "Thin 12 seedlings", "Pot up 60 plants". */
export const what = (task: Task): string => `${many(task.count)} ${noun(task, task.count)}`;

/** "cells", "1 plant"'s "plant". */
export const noun = (task: Task, n: number): string => {
  const one = task.thinning ? 'seedling' : task.step.kind === 'begin' ? things[task.start] : 'plant';
  return n === 1 ? one : `${one}s`;
};

/** What the button says where the nights do not say go: first that it is one's own word, then what that means. */
export const callWords = (verdict: NonNullable<Task['cold']>['verdict'], asked: boolean): string => {
  switch (verdict) {
    case 'go-with-cover':
      return asked ? 'Yes, covered' : 'Done, covered';
    case 'unknown':
      return asked ? 'Yes, mild' : 'Nights mild here';
    default:
      return asked ? 'Out anyway' : 'My call';
  }
};

/** What plants are mostly lost to. [common practice, no source] */
export const losses = ['Snapped', 'Weak', 'Damped off', 'Eaten', 'Dried out'];

export const restWords = {
  stays: 'stay',
  snipped: 'snipped',
  lost: 'lost',
  given: 'given away',
  sold: 'sold',
  discarded: 'composted',
} as const;

/** How pressing, in a few words. */
export function when(task: Task, today: string): string {
  if (task.press === 'look') return `may be ready, ${span(task.low, task.high)}`;
  if (task.press === 'coming') return away(today, task.due);
  const late = daysBetween(task.due, today);
  if (late <= 0) return 'today';
  return late === 1 ? 'due yesterday' : `due ${late} days ago`;
}

/** What the nights say of work that is never a plain "done"; null where they say go, or it stays indoors. Unknown is no go. */
export const stop = ({ cold }: Task): Schemas['ColdAnswer'] | null => (cold && cold.verdict !== 'go' ? cold : null);

/** "Tonight", "Wed", a week on "Wed 29 Apr": a night has the name of its evening. */
export const nightName = (evening: string, today: string): string =>
  evening === today ? 'Tonight' : evening < plusDays(today, 7) ? (day(evening).split(' ')[0] ?? '') : day(evening);

/** "−3.5" and the like, with a true minus. */
export const degrees = (celsius: number, units: UnitSystem): string =>
  `${Math.round(units === 'us' ? (celsius * 9) / 5 + 32 : celsius)}`.replace('-', '−');

/** With what, and where to. */
export function amounts(task: Task, units: UnitSystem): string {
  const mix = task.mixLitres > 0 ? `${volume.said(task.mixLitres, units)} mix` : null;
  if (task.thinning) return task.checks[0] ?? '';
  switch (task.step.kind) {
    case 'begin':
      if (task.start === 'plants')
        return [task.trays === null ? null : `in ${task.container ?? ''}`, `to ${task.toPlace}`].filter(Boolean).join(' · ');
      return [
        task.start === 'seed' ? counted(task.seeds, 'seed') : null,
        task.trays === null ? task.container : `${task.trays} × ${task.container ?? ''}`,
        mix,
        `to ${task.toPlace}`,
      ]
        .filter(Boolean)
        .join(' · ');
    case 'up':
      return `${counted(task.containers, 'cell')}, ${task.seedlings}${task.start === 'seed' ? ' up' : ''} so far of ${counted(task.seeds, task.start === 'seed' ? 'seed' : task.start === 'grafts' ? 'graft' : 'cutting')}`;
    case 'harden':
    case 'hold':
      return `Carry ${task.containers} × ${task.container ?? ''} to ${task.toPlace}`;
    case 'plant-out':
      if (task.to.containerId) return `Carry ${task.seedlings} × ${task.container ?? ''} to ${task.toPlace} for good`;
      return `Into ${task.toPlace}: water first, then plant, firm, water`;
    default:
      return [`${task.containers} × ${task.container ?? ''}`, mix, `to ${task.toPlace}`].filter(Boolean).join(' · ');
  }
}

/** The head of the day: how many jobs and about how long. */
export function headline(jobs: number, minutes: number): string {
  if (jobs === 0) return 'Nothing is due';
  return `${counted(jobs, 'job')}${minutes > 0 ? `, about ${roughly(minutes)}` : ''}`;
}

/** Work that was logged on this page: its card folds to a line where it stood. */
export interface Fold {
  placeId: string;
  place: string;
  /** Where in the walk the place came. */
  at: number;
  entries: string[];
}

type Stop = Schemas['StopAnswer'];
type Done = Schemas['DoneAnswer'];

/** The walk with what was done on it: a place in which nothing is left keeps its lines. */
export function folded(stops: readonly Stop[], folds: readonly Fold[], done: readonly Done[]): { stop: Stop; lines: Done[] }[] {
  const lines = (placeId: string) =>
    folds.filter((f) => f.placeId === placeId).flatMap((f) => done.filter((d) => f.entries.includes(d.entry)));
  const all = stops.map((stop) => ({ stop, lines: lines(stop.placeId) }));
  for (const f of folds) {
    if (all.some((a) => a.stop.placeId === f.placeId) || lines(f.placeId).length === 0) continue;
    const stop = { placeId: f.placeId, place: f.place, kind: 'room', jobs: 0, tasks: [] } as const;
    all.splice(Math.min(f.at, all.length), 0, { stop: { ...stop, tasks: [] }, lines: lines(f.placeId) });
  }
  return all;
}

/** "2,490 cells": of like jobs together. */
export function total(tasks: readonly Task[]): string {
  const n = tasks.reduce((sum, t) => sum + t.count, 0);
  return tasks[0] ? `${many(n)} ${noun(tasks[0], n)}` : '';
}

/** Batches whose plants go into pots this morning, in the order of the walk. */
export const potted = (stops: readonly Stop[]): string[] => [
  ...new Set(stops.flatMap((s) => s.tasks.filter((t) => t.step.kind === 'move' && t.press !== 'look').map((t) => t.batchId))),
];

/** So many like jobs in a place are one card that opens. */
export const fewestAlike = 6;

/** Jobs of a place in their order; like ones together where they are many. */
export function alike(tasks: readonly Task[]): Task[][] {
  const groups = new Map<string, Task[]>();
  for (const t of tasks) {
    const key = `${t.step.kind}/${t.title}/${t.press === 'look' ? 'look' : ''}`;
    groups.set(key, [...(groups.get(key) ?? []), t]);
  }
  return [...groups.values()].flatMap((g) => (g.length >= fewestAlike ? [g] : g.map((t) => [t])));
}

/** What was taken off, as a button says it. */
export const pinched: Record<Schemas['Pinched'], string> = {
  tops: 'Topped',
  flowers: 'Flowers off',
  'seed-leaves': 'Seed leaves off',
  'side-shoots': 'Side shoots out',
};

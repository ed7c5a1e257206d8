import { describe, expect, it } from 'vitest';
import { plusDays, roughly } from '../ui/dates';
import { alike, amounts, folded, headline, nightName, potted, total, when } from './model';
import type { Task } from '../data/useRound';

const task: Task = {
  batchId: 'b',
  code: '26-01',
  cultivar: 'Lantern Row',
  crop: 'tomato',
  step: { id: 'm1', kind: 'move', number: 1, title: 'Prick out' },
  press: 'due',
  title: 'Prick out',
  due: '2026-04-18',
  low: '2026-04-16',
  high: '2026-04-21',
  count: 60,
  most: 60,
  seedlings: 60,
  containers: 60,
  seeds: 0,
  trays: null,
  mixLitres: 27.6,
  minutes: 60,
  leftover: 'stays',
  from: { containerId: 'c', placeId: 'p' },
  placeId: 'p',
  place: 'Lamp rack',
  container: '9 cm pot',
  carryTo: null,
  to: { containerId: 'pot', placeId: 'glass' },
  toPlace: 'Glasshouse',
  conflict: null,
  putOffReason: null,
  cautions: [],
  start: 'seed',
  thinning: false,
  hasTrays: true,
  checks: [],
  cold: null,
  group: 'g',
  state: null,
  spare: 0,
  lacking: 0,
  pinch: [],
};

describe('a night', () => {
  it('is named by its weekday where no other night of the forecast is', () => {
    const names = [0, 1, 6, 7, 9].map((n) => nightName(plusDays('2026-04-18', n), '2026-04-18'));
    expect(names).toEqual(['Tonight', 'Sun', 'Fri', 'Sat 25 Apr', 'Mon 27 Apr']);
  });
});

describe('how pressing a task is', () => {
  it.each([
    ['due', '2026-04-18', 'today'],
    ['due', '2026-04-17', 'due yesterday'],
    ['overdue', '2026-04-10', 'due 8 days ago'],
    ['look', '2026-04-20', 'may be ready, 16–21 Apr'],
    ['coming', '2026-04-19', 'tomorrow'],
    ['coming', '2026-04-25', 'in 7 days'],
  ] as const)('%s, due %s: %s', (press, due, words) => expect(when({ ...task, press, due }, '2026-04-18')).toBe(words));
});

describe('with what, and where to', () => {
  it('names pots and mix in the grower’s units', () => {
    expect(amounts(task, 'metric')).toBe('60 × 9 cm pot · 28 L mix · to Glasshouse');
    expect(amounts(task, 'us')).toBe('60 × 9 cm pot · 7.3 gal mix · to Glasshouse');
  });

  it('counts trays where there are trays', () =>
    expect(
      amounts(
        {
          ...task,
          step: { id: 's', kind: 'begin', number: 0, title: '' },
          seeds: 161,
          trays: 2,
          container: '128-cell tray',
          mixLitres: 3.7,
          toPlace: 'Heat mat',
        },
        'metric',
      ),
    ).toBe('161 seeds · 2 × 128-cell tray · 3.7 L mix · to Heat mat'));

  it('says what is up of what was sown', () =>
    expect(
      amounts(
        { ...task, step: { id: 's', kind: 'up', number: 0, title: '' }, containers: 72, seedlings: 1, seeds: 72 },
        'metric',
      ),
    ).toBe('72 cells, 1 up so far of 72 seeds'));

  it('carries and plants in words', () => {
    expect(
      amounts({ ...task, step: { id: 's', kind: 'harden', number: 0, title: '' }, toPlace: 'Hardening stand' }, 'metric'),
    ).toBe('Carry 60 × 9 cm pot to Hardening stand');
    expect(
      amounts(
        {
          ...task,
          step: { id: 's', kind: 'plant-out', number: 0, title: '' },
          to: { containerId: null, placeId: 'bed' },
          toPlace: 'Long bed',
        },
        'metric',
      ),
    ).toContain('Into Long bed');
    expect(
      amounts({ ...task, step: { id: 's', kind: 'plant-out', number: 0, title: '' }, toPlace: 'Balcony' }, 'metric'),
    ).toContain('to Balcony for good');
  });
});

it('heads the day with jobs and hours', () => {
  expect(headline(0, 0)).toBe('Nothing is due');
  expect(headline(1, 0)).toBe('1 job');
  expect(headline(6, 502)).toBe('6 jobs, about 8½ h');
});

describe('a place on the walk', () => {
  const stop = (placeId: string, ...tasks: Task[]) => ({
    placeId,
    place: placeId,
    kind: 'room' as const,
    jobs: tasks.length,
    tasks,
  });
  const line = (entry: string) => ({
    entry,
    batchId: 'b',
    code: '26-01',
    cultivar: 'Lantern Row',
    crop: 'tomato' as const,
    happenedOn: '2026-04-18',
    writtenAt: '2026-04-18T08:15:00Z',
    texts: ['60 pricked out'],
    others: 0,
    by: null,
    canUndo: true,
    reckonedMinutes: null,
    tookMinutes: null,
  });

  it('keeps the lines of what was done, where nothing is left too, until it is undone', () => {
    const folds = [
      { placeId: 'mat', place: 'Mat', at: 0, entries: ['e1'] },
      { placeId: 'rack', place: 'Rack', at: 1, entries: ['e2', 'e3'] },
    ];
    const shown = folded([stop('rack', task)], folds, [line('e1'), line('e3')]);
    expect(shown.map((s) => [s.stop.placeId, s.stop.tasks.length, s.lines.map((l) => l.entry)])).toEqual([
      ['mat', 0, ['e1']],
      ['rack', 1, ['e3']],
    ]);
    expect(folded([stop('rack', task)], folds, []).map((s) => s.stop.placeId)).toEqual(['rack']);
  });

  it('names the batches that go into pots, each once', () => {
    const look = { ...task, batchId: 'c', press: 'look' as const };
    const sow = { ...task, batchId: 'd', step: { ...task.step, kind: 'begin' as const } };
    expect(potted([stop('rack', task, look), stop('mat', { ...task }, sow)])).toEqual(['b']);
  });

  it('has one card for six like jobs, in the order of the first', () => {
    const jobs = Array.from({ length: 6 }, (_, i) => ({ ...task, batchId: `b${i}`, count: 100 }));
    const thin = { ...task, title: 'Thin', thinning: true };
    expect(alike([jobs[0] as Task, thin, ...jobs.slice(1)]).map((g) => g.length)).toEqual([6, 1]);
    expect(alike([thin, ...jobs.slice(1)]).map((g) => g.length)).toEqual([1, 1, 1, 1, 1, 1]);
    expect(total(jobs)).toBe('600 plants');
  });
});

it('tells about how long', () =>
  expect([3, 27, 50, 58, 90, 331, 886].map(roughly)).toEqual(['3 min', '25 min', '50 min', '1 h', '1½ h', '5½ h', '15 h']));

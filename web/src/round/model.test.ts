import { describe, expect, it } from 'vitest';
import { amounts, headline, when } from './model';
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
};

describe('how pressing a task is', () => {
  it.each([
    ['due', '2026-04-18', 'today'],
    ['due', '2026-04-17', 'due yesterday'],
    ['overdue', '2026-04-10', 'due 8 days ago'],
    ['look', '2026-04-20', 'look: may be ready, 16–21 Apr'],
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
  expect(headline(6, 502)).toBe('6 jobs, 8 h 22 min');
});

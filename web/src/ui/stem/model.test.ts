import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { plusDays } from '../dates';
import { fitting, stemPicture } from './model';

const step = (kind: Schemas['StepKind'], mid: string, spread = 3, doneOn: string | null = null): Schemas['StepAnswer'] => ({
  step: { id: `${kind} ${mid}`, kind, number: kind === 'move' ? 1 : 0, title: kind },
  low: plusDays(mid, -spread),
  mid,
  high: plusDays(mid, spread),
  due: mid,
  doneOn,
  skipped: false,
  lockedOn: null,
  putOffTo: null,
  putOffReason: null,
  place: 'House',
  container: null,
  containers: 0,
  mixLitres: 0,
  leaves: null,
  why: [],
  spread: [],
  conflict: null,
});

const steps = [
  step('begin', '2026-03-28'),
  step('up', '2026-04-03'),
  step('move', '2026-04-12'),
  step('harden', '2026-05-10'),
  step('plant-out', '2026-05-20'),
  step('ripe', '2026-08-01'),
];

describe('the stem-line', () => {
  it('keeps days in order and inside the picture, whatever its width', () => {
    for (const width of [320, 560, 900, 1240]) {
      const picture = stemPicture(steps, '2026-04-18', '2026-06-01', width);
      const xs = picture.nodes.map((n) => n.x);
      expect(xs).toEqual([...xs].sort((a, b) => a - b));
      for (const node of picture.nodes) {
        expect(node.low).toBeLessThanOrEqual(node.x);
        expect(node.high).toBeGreaterThanOrEqual(node.x);
        expect(node.x).toBeGreaterThan(0);
        expect(node.x).toBeLessThan(width);
      }
    }
  });

  it('never lets two labels of one row overlap, even when stages crowd', () => {
    const crowded = ['2026-04-01', '2026-04-02', '2026-04-03', '2026-04-04', '2026-04-05'].map((d, i) =>
      step((['begin', 'up', 'move', 'harden', 'plant-out'] as const)[i] ?? 'begin', d, 0),
    );
    const { nodes } = stemPicture(crowded, '2026-04-01', '2026-07-01', 700);
    for (const a of nodes) {
      for (const b of nodes) {
        if (a === b || a.label.row !== b.label.row || a.label.above !== b.label.above || a.label.row > 3) continue;
        const half = (text: string) => (text.length * 7.2) / 2;
        const apart = Math.abs(a.label.x - b.label.x);
        expect(apart).toBeGreaterThanOrEqual(half(a.label.date) + half(b.label.date));
      }
    }
  });

  it('shows where a stage was due that was done on another day', () => {
    const late = { ...step('up', '2026-04-09', 0, '2026-04-09'), due: '2026-04-03' };
    const node = stemPicture([steps[0] ?? late, late], '2026-04-18', '2026-06-01', 800).nodes[1];
    expect(node?.due).toBeLessThan(node?.x ?? 0);
  });

  it('has nothing to draw without steps', () => expect(stemPicture([], '2026-04-18', '2026-06-01', 800).nodes).toEqual([]));
});

it('leaves out a name that does not fit rather than cutting it', () => {
  expect(fitting(['Hardening stand'], 200)).toBe('Hardening stand');
  expect(fitting(['Hardening stand'], 60)).toBe('');
});

import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { months, nearestRisk, ordered, path, scale, stack } from './model';

describe('the picture of the site', () => {
  it('a hand that drags lands on the nearest risk of the house rule', () => {
    expect([0, 0.04, 0.08, 0.13, 0.19, 0.4, 1].map((share) => nearestRisk(share, [0.05, 0.1, 0.2, 0.5]))).toEqual([
      0.05, 0.05, 0.1, 0.1, 0.2, 0.5, 0.5,
    ]);
  });

  it('days run from left to right and values upward', () => {
    const { x, y } = scale({ left: 10, right: 110, top: 0, bottom: 50 }, '2026-04-01', '2026-04-11', 0, 20);
    expect([x('2026-04-01'), x('2026-04-06'), x('2026-04-11')]).toEqual([10, 60, 110]);
    expect([y(0), y(10), y(20)]).toEqual([50, 25, 0]);
  });

  it('a day that is not known is a hole in the line', () => {
    expect(
      path([
        [0, 1],
        [1, 2],
        [2, null],
        [3, 4],
        [4, 5],
      ]),
    ).toBe('M0.0 1.0L1.0 2.0M3.0 4.0L4.0 5.0');
  });

  it('years on nearly one day lie above each other, others on the ground', () => {
    expect(stack(['2026-05-01', '2026-05-02', '2026-05-03', '2026-05-20'], 3)).toEqual([0, 1, 2, 0]);
    expect(stack(['2026-05-01', '2026-05-02', '2026-05-04'], 3)).toEqual([0, 1, 0]);
  });

  it('months begin after the first day and end with the last', () => {
    expect(months('2026-03-01', '2026-06-01')).toEqual(['2026-04-01', '2026-05-01', '2026-06-01']);
    expect(months('2026-03-02', '2026-03-30')).toEqual([]);
  });

  it('the windows of one’s own beds come first; without beds all are shown', () => {
    const window = (surface: Schemas['Surface'], beds: string[]) => ({ surface, beds }) as Schemas['WindowAnswer'];
    const { own, others } = ordered([window('bare', []), window('film', ['Long bed'])]);
    expect([own.length, own[0]?.surface, others.length]).toEqual([1, 'film', 1]);
    expect(ordered([window('bare', []), window('tunnel', [])]).own).toHaveLength(2);
  });
});

import { describe, expect, it } from 'vitest';
import { csv, listed } from './buying';

const pot = { id: 'p9', name: '9 cm pot' };
const needs = [
  { kind: 'seed' as const, name: 'Made-up Red', amount: 12, by: '2026-05-02', bags: null },
  { kind: 'pots' as const, name: '9 cm pot', amount: 100, by: '2026-05-03', bags: null },
  { kind: 'mix' as const, name: 'Peat', amount: 30, by: '2026-05-03', bags: 1 },
  { kind: 'mix' as const, name: 'Perlite', amount: 10.5, by: '2026-05-01', bags: null },
  { kind: 'labels' as const, name: null, amount: 100, by: '2026-05-03', bags: null },
];

describe('to have ready', () => {
  it('says what is there and what is to be bought', () => {
    const rows = listed(
      needs,
      [
        { kind: 'containers', container: 'p9', left: 40, countedOn: '2026-04-18' },
        { kind: 'mix', container: null, left: 60, countedOn: '2026-04-18' },
      ],
      [pot],
    );
    const of = (name: string) => rows.find((r) => r.name === name);
    expect(of('9 cm pot')).toMatchObject({ have: 40, buy: 60 });
    // Nobody counted them: nothing is said to be missing.
    expect(of('Labels')).toMatchObject({ have: null, buy: 0 });
    // All parts together, from the first day that one is asked for.
    expect(of('Mix, all parts')).toMatchObject({ amount: 40.5, by: '2026-05-01', have: 60, buy: 0 });
    expect(of('Made-up Red seed')?.store).toBeNull();
  });

  it('counts what is sown into and what is moved into as one heap', () => {
    const rows = listed(
      [...needs, { kind: 'trays', name: '9 cm pot', amount: 14, by: '2026-04-24', bags: null }],
      [{ kind: 'containers', container: 'p9', left: 40, countedOn: '2026-04-18' }],
      [pot],
    );
    expect(rows.filter((r) => r.name === '9 cm pot')).toMatchObject([{ amount: 114, by: '2026-04-24', have: 40, buy: 74 }]);
  });

  it('writes a table that no program takes for a formula', () => {
    const rows = listed([{ kind: 'pots', name: '=1+1, "x"', amount: 3, by: '2026-05-03', bags: null }], [], []);
    expect(csv(rows, 'metric')).toBe(`what,unit,needed,by,in store,to buy\n"'=1+1, ""x""",,3,2026-05-03,,\n`);
  });
});

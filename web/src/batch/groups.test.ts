import { expect, it } from 'vitest';
import { groupsOf, type Listed } from './groups';

const batch = (id: string, day: string | null, endedOn: string | null = null): Listed => ({
  id,
  code: id,
  season: 2026,
  cultivar: 'Lantern Row',
  crop: 'tomato',
  plantsWanted: 10,
  seedsSown: 0,
  emerged: 0,
  standing: 0,
  lost: 0,
  snipped: 0,
  next: day ? { step: { id: 's', kind: 'move', number: 1, title: 'Prick out' }, title: 'Prick out', day } : null,
  steps: [],
  conflict: false,
  endedOn,
  outOfDate: false,
});

it('groups batches by what is next', () =>
  expect(
    groupsOf(
      [
        batch('late', '2026-04-10'),
        batch('today', '2026-04-18'),
        batch('week', '2026-04-25'),
        batch('later', '2026-04-26'),
        batch('done', null),
        batch('closed', null, '2026-03-01'),
      ],
      '2026-04-18',
    ).map((g) => [g.name, g.batches.map((b) => b.id)]),
  ).toEqual([
    ['Due', ['late', 'today']],
    ['This week', ['week']],
    ['Later', ['later']],
    ['Nothing left to do', ['done']],
    ['Closed', ['closed']],
  ]));

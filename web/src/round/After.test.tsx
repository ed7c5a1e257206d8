import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { After as Planted } from '../data/useAfter';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { After } from './After';

const today = '2026-05-27';

const planted: Planted = {
  batchId: 'b1',
  code: '26-01',
  cultivar: 'Made-up Red',
  crop: 'tomato',
  group: 'g1',
  placeId: 'bed',
  place: 'Tunnel',
  seedlings: 40,
  planted: '2026-05-26',
  text: 'Planted yesterday.',
  spares: 3,
  gaps: 0,
  spare: { group: 'g2', containerId: 'pot', placeId: 'stand', seedlings: 3, step: 'out' },
  look: null,
};

const bodies = () => asked('POST').map((a) => a.body as Record<string, unknown>);

describe('a look after planting', () => {
  it('is one tap where all are alive', async () => {
    on('POST round/looked', () => ({}));
    const { user } = show(<After after={[planted]} today={today} />);
    await user.click(screen.getByRole('button', { name: 'All alive: Made-up Red 26-01' }));
    await waitFor(() => expect(bodies()).toMatchObject([{ batch: 'b1', group: 'g1' }]));
  });

  it('loses nobody twice where the look did not come through', async () => {
    on('POST batches/b1/entries', { entries: ['e1'] });
    on('POST round/looked', refused('group', 'Not now.'));
    const { user } = show(<After after={[planted]} today={today} />);
    await user.click(screen.getByRole('button', { name: 'Some lost: Made-up Red 26-01' }));
    await user.click(screen.getByRole('button', { name: 'One more lost' }));
    await user.click(screen.getByRole('button', { name: 'Slug' }));
    await waitFor(() => expect(bodies()).toHaveLength(2));
    expect(await screen.findByRole('alert')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Slug' }));
    await waitFor(() => expect(bodies()).toHaveLength(4));
    const [first, , again] = bodies();
    expect(first).toMatchObject({ kind: 'lost', seedlings: 2, reason: 'Slug', group: 'g1' });
    expect(again?.id).toBe(first?.id);
  });

  it('fills its gaps with spares by one tap, and asks what is hard to believe', async () => {
    on('POST batches/b1/entries', { entries: ['e1'] });
    const { user } = show(<After after={[{ ...planted, gaps: 2 }]} today={today} />);
    await user.click(screen.getByRole('button', { name: 'Filled 2: Made-up Red 26-01' }));
    await waitFor(() =>
      expect(bodies()).toMatchObject([
        {
          kind: 'moved',
          step: 'out',
          group: 'g2',
          from: { containerId: 'pot', placeId: 'stand' },
          to: { containerId: null, placeId: 'bed' },
          seedlings: 2,
        },
      ]),
    );
  });
});

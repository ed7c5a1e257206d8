import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { SaleLine } from '../data/useSale';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { HandOver } from './HandOver';

const today = '2026-05-23';

const line: SaleLine = {
  batchId: 'b1',
  code: '26-01',
  cultivar: 'Made-up Red',
  crop: 'tomato',
  inPots: 12,
  ready: 12,
  pot: '13 cm pot',
  call: 'ready',
  text: 'All 12 ready.',
  mend: null,
  went: null,
  lastPrice: 2.5,
  left: false,
};

const last = () => asked('POST').at(-1)?.body as Record<string, unknown>;

describe('the table', () => {
  it('sells by count, keeps the price, and gives without one', async () => {
    on('POST sale', { entries: ['e1'] });
    const { user } = show(<HandOver line={line} today={today} />);
    await user.click(screen.getByRole('button', { name: 'One more' }));
    await user.click(screen.getByRole('button', { name: 'Sold' }));
    await waitFor(() =>
      expect(last()).toMatchObject({ batch: 'b1', count: 2, on: today, out: { way: 'sold', whom: null, priceEach: 2.5 } }),
    );
    // The next one begins with one plant, for as much.
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('Plants').value).toBe('1'));
    expect(screen.getByLabelText<HTMLInputElement>(/^Each/).value).toBe('2.50');
    await user.type(screen.getByLabelText('To whom (optional)'), 'A neighbour');
    await user.click(screen.getByRole('button', { name: 'Given' }));
    await waitFor(() => expect(last()).toMatchObject({ count: 1, out: { way: 'given', whom: 'A neighbour', priceEach: null } }));
  });

  it('says at the field what cannot be, keeps what was typed, and offers no more than stand', async () => {
    on('POST sale', refused('count', 'Only 12 stand there on that day: 12 at most.'));
    const { user } = show(<HandOver line={line} today={today} />);
    const plants = screen.getByLabelText<HTMLInputElement>('Plants');
    await user.clear(plants);
    await user.type(plants, 'two');
    await user.click(screen.getByRole('button', { name: 'Sold' }));
    expect(screen.getByText('Type a whole number.')).toBeTruthy();
    expect(asked('POST')).toHaveLength(0);
    await user.clear(plants);
    await user.type(plants, '40');
    await user.click(screen.getByRole('button', { name: 'Sold' }));
    await waitFor(() => expect(screen.getByText('Only 12 stand there on that day: 12 at most.')).toBeTruthy());
    expect(plants.value).toBe('40');
    await user.click(screen.getByRole('button', { name: 'One more' }));
    expect(plants.value).toBe('12');
  });
});

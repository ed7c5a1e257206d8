import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import type { Lot } from '../data/useLots';
import { Book } from './Book';

const lot = {
  lot: { id: 'l1', name: 'Red 2025' },
  book: [
    {
      id: 'e2',
      kind: 'recount',
      happenedOn: '2026-03-01',
      seeds: 60,
      up: null,
      lower: null,
      upper: null,
      note: null,
      takenBack: false,
      by: null,
    },
    {
      id: 'e1',
      kind: 'test',
      happenedOn: '2026-01-24',
      seeds: 20,
      up: 17,
      lower: 0.656,
      upper: 0.958,
      note: 'on paper',
      takenBack: true,
      by: null,
    },
  ],
} as unknown as Lot;

const log = 'POST lots/l1/entries';

describe('a packet’s book', () => {
  it('tells tests with their interval and recounts, and what was taken back', async () => {
    const { user } = show(<Book lot={lot} today="2026-04-18" />);
    await user.click(await screen.findByRole('button', { name: 'Its book (2)' }));
    expect(screen.getByText('counted: 60 seeds left')).toBeTruthy();
    expect(screen.getByText('17 of 20 came up (66 % to 96 %)')).toBeTruthy();
    expect(screen.getByText('on paper')).toBeTruthy();
    expect(screen.getAllByRole('button', { name: /^Undo/ })).toHaveLength(1);
  });

  it('takes a test, with both its numbers', async () => {
    on(log, () => ({}));
    const { user } = show(<Book lot={lot} today="2026-04-18" />);
    await user.click(await screen.findByRole('button', { name: 'Log a test' }));
    await user.type(screen.getByLabelText('Laid out'), '20');
    await user.click(screen.getByRole('button', { name: 'Log' }));
    expect(screen.getByText('Type a whole number.')).toBeTruthy();
    expect(asked('POST')).toEqual([]);
    await user.type(screen.getByLabelText('Came up'), '18');
    await user.click(screen.getByRole('button', { name: 'Log' }));
    await waitFor(() =>
      expect(asked('POST').at(-1)?.body).toMatchObject({
        kind: 'test',
        seeds: 20,
        up: 18,
        happenedOn: '2026-04-18',
        corrects: null,
      }),
    );
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  it('says what there is where more is gone than was left', async () => {
    on(log, refused('seeds', 'Only 40 seeds are left in the packet: 40 at most.'));
    const { user } = show(<Book lot={lot} today="2026-04-18" />);
    await user.click(await screen.findByRole('button', { name: 'Recount' }));
    await user.click(screen.getByRole('combobox', { name: 'What' }));
    await user.click(screen.getByRole('option', { name: 'given away, spilt, thrown out' }));
    await user.type(screen.getByLabelText('Seeds gone'), '41');
    await user.click(screen.getByRole('button', { name: 'Log' }));
    expect(await screen.findByText('Only 40 seeds are left in the packet: 40 at most.')).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Seeds gone').value).toBe('41');
  });

  it('takes a line back by a line of its own', async () => {
    on(log, () => ({}));
    const { user } = show(<Book lot={lot} today="2026-04-18" />);
    await user.click(await screen.findByRole('button', { name: 'Its book (2)' }));
    await user.click(screen.getByRole('button', { name: /^Undo/ }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toMatchObject({ kind: 'undo', corrects: 'e2', seeds: 0 }));
  });

  it('lets a helper read and not write', async () => {
    const { user } = show(<Book lot={lot} today="2026-04-18" />, { role: 'helper' });
    await user.click(await screen.findByRole('button', { name: 'Its book (2)' }));
    expect(screen.queryByRole('button', { name: 'Log a test' })).toBeNull();
    expect(screen.queryByRole('button', { name: /^Undo/ })).toBeNull();
  });
});

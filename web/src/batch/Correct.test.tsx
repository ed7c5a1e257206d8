import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { Ledger } from './Ledger';
import type { Batch } from '../data/useBatch';

const entry = (change: Partial<Schemas['EntryAnswer']>): Schemas['EntryAnswer'] => ({
  id: 'e1',
  kind: 'emerged',
  step: { id: 'up', kind: 'up', number: 0, title: 'Up' },
  happenedOn: '2026-04-10',
  writtenAt: '2026-04-10T08:00:00Z',
  text: '40 up so far, Mat',
  reason: null,
  takenBack: false,
  canUndo: true,
  by: 'Yard owner',
  canCorrect: true,
  seeds: 0,
  seedlings: 40,
  containers: 0,
  containersTo: 0,
  about: null,
  sure: false,
  corrected: null,
  act: null,
  aired: null,
  ...change,
});

const batch = (...ledger: Schemas['EntryAnswer'][]) => ({ id: 'b1', today: '2026-04-18', ledger }) as unknown as Batch;

describe('the ledger', () => {
  it('shows what was written, by whom, and what it was put right to', () => {
    show(
      <Ledger
        batch={batch(
          entry({ corrected: '44' }),
          entry({ id: 'e2', text: '3 lost, Mat', reason: 'slug', takenBack: true, canUndo: false, canCorrect: false }),
        )}
      />,
    );
    expect(screen.getByText(', put right: 44')).toBeTruthy();
    expect(screen.getByText(/3 lost, Mat: slug/)).toBeTruthy();
    expect(screen.getAllByText('Yard owner')).toHaveLength(2);
    // What was taken back stays to be read, and cannot be taken back again.
    expect(screen.getAllByRole('button')).toHaveLength(2);
  });

  it('says what there is when nothing is written yet', () => {
    show(<Ledger batch={batch()} />);
    expect(screen.getByText('Nothing is logged yet.')).toBeTruthy();
  });

  it('puts a number right by an entry of its own', async () => {
    on('POST batches/b1/entries', { entries: ['e9'] });
    const { user } = show(<Ledger batch={batch(entry({}))} />);
    await user.click(screen.getByRole('button', { name: /^Correct/ }));
    const field = screen.getByLabelText<HTMLInputElement>('Up by that day');
    expect(field.value).toBe('40');
    await user.clear(field);
    await user.type(field, '4x');
    await user.click(screen.getByRole('button', { name: 'Correct' }));
    expect(screen.getByText('Type a whole number.')).toBeTruthy();
    await user.clear(field);
    await user.type(field, '44');
    await user.click(screen.getByRole('button', { name: 'Correct' }));
    await waitFor(() =>
      expect(asked('POST').at(-1)?.body).toMatchObject({
        kind: 'corrected',
        corrects: 'e1',
        seedlings: 44,
        happenedOn: '2026-04-18',
      }),
    );
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  it('puts right how long they were out, and says a bad number at its field', async () => {
    on('POST batches/b1/entries', { entries: ['e9'] });
    const aired = { hoursOut: 5, hoursSun: 2, nightOut: false, coverC: 0, overcast: false, outcome: 'fine' as const };
    const { user } = show(
      <Ledger batch={batch(entry({ kind: 'aired', text: 'Hardening: 5 h out, Stand', seedlings: 0, aired }))} />,
    );
    await user.click(screen.getByRole('button', { name: /^Correct/ }));
    expect(screen.queryByLabelText('Seedlings')).toBeNull();
    const hours = screen.getByLabelText<HTMLInputElement>(/^Hours out/);
    expect(hours.value).toBe('5');
    await user.clear(hours);
    await user.click(screen.getByRole('button', { name: 'Correct' }));
    expect(screen.getByText('Type a number.')).toBeTruthy();
    await user.type(hours, '3');
    await user.click(screen.getByRole('button', { name: 'Limp' }));
    await user.click(screen.getByRole('button', { name: 'Correct' }));
    await waitFor(() =>
      expect(asked('POST').at(-1)?.body).toMatchObject({
        kind: 'corrected',
        corrects: 'e1',
        aired: { hoursOut: 3, hoursSun: 2, outcome: 'limp' },
      }),
    );
  });

  it.each([
    ['sown', ['Seeds', 'Containers', 'Day']],
    ['moved', ['Seedlings', 'Containers', 'Containers there', 'Day']],
    ['lost', ['Seedlings', 'Containers', 'Day']],
    ['separated', ['Containers', 'Day']],
  ] as const)('asks of “%s” for the numbers it has, and the day', async (kind, fields) => {
    const { user } = show(<Ledger batch={batch(entry({ kind, seeds: 80, containers: 80 }))} />);
    await user.click(screen.getByRole('button', { name: /^Correct/ }));
    expect(screen.getAllByRole('textbox').map((f) => (f as HTMLInputElement).labels?.[0]?.textContent)).toEqual([...fields]);
  });

  it('puts a move and the plants lost at it right in one go, on one day', async () => {
    on('POST acts', { entries: ['e8', 'e9'] });
    const moved = entry({
      id: 'e2',
      kind: 'moved',
      act: 'a1',
      text: '30 moved',
      seedlings: 30,
      containers: 30,
      containersTo: 30,
    });
    const lost = entry({ id: 'e3', kind: 'lost', act: 'a1', text: '4 lost', seedlings: 4, containers: 4 });
    const { user } = show(<Ledger batch={batch(lost, moved, entry({}))} />);
    await user.click(screen.getByRole('button', { name: 'Correct: 30 moved' }));
    const part = (name: string) => within(screen.getByRole('group', { name }));
    const count = part('30 moved').getByLabelText<HTMLInputElement>('Seedlings');
    await user.clear(count);
    await user.type(count, '31');
    await user.clear(part('4 lost').getByLabelText('Seedlings'));
    await user.type(part('4 lost').getByLabelText('Seedlings'), '3');
    await user.click(screen.getByRole('button', { name: 'Correct' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(asked('POST').at(-1)?.body).toMatchObject({
      on: '2026-04-18',
      entries: [
        { kind: 'corrected', corrects: 'e2', seedlings: 31, containers: 31, containersTo: 31, newDay: '2026-04-10' },
        { kind: 'corrected', corrects: 'e3', seedlings: 3, containers: 3, newDay: '2026-04-10' },
      ],
    });
  });

  it('says at the field what cannot be, and keeps what was typed', async () => {
    on('POST batches/b1/entries', refused('seedlings', '73 up, but 72 seeds were sown: 72 at most.'));
    const { user } = show(<Ledger batch={batch(entry({}))} />);
    await user.click(screen.getByRole('button', { name: /^Correct/ }));
    const field = screen.getByLabelText<HTMLInputElement>('Up by that day');
    await user.clear(field);
    await user.type(field, '73');
    await user.click(screen.getByRole('button', { name: 'Correct' }));
    expect(await screen.findByText('73 up, but 72 seeds were sown: 72 at most.')).toBeTruthy();
    expect(field.value).toBe('73');
  });
});

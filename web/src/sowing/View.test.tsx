import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../test/page';
import { asked, on } from '../test/server';
import { SowingView } from './View';

const line = (id: string, code: string, change = {}) => ({
  batchId: id,
  code,
  cultivar: `Made-up ${code}`,
  crop: 'tomato',
  press: 'due',
  due: '2026-04-20',
  wanted: 20,
  cells: 20,
  seedsPerCell: 1,
  seeds: 20,
  lot: 'Red 2025',
  seedsLeft: 60,
  lacking: 0,
  ...change,
});

const rows = (from: number, to: number, code: string) =>
  Array.from({ length: to - from + 1 }, (_, i) => ({
    row: from + i,
    batchId: code,
    code,
    cultivar: code,
    crop: 'tomato',
    cells: 12,
  }));

const sheet = (change = {}) => ({
  today: '2026-04-18',
  formats: [{ code: 'a4-24', name: 'A4 sheet', columns: 3, rows: 8 }],
  cautions: ['Open mix gently.'],
  groups: [
    {
      containerId: 'c1',
      container: '72-cell tray',
      form: 'tray',
      rowCount: 6,
      rowCells: 12,
      place: 'Mat',
      batches: [line('a', '26-01'), line('b', '26-02', { seeds: 40, seedsPerCell: 2, lacking: 15, cells: 24 })],
      trays: [{ code: '26-T1', rows: [...rows(1, 2, '26-01'), ...rows(3, 4, '26-02')] }],
      mixLitres: 5.6,
      waterLitres: 1.7,
      steps: ['Wet the mix with about 1.7 L of water.', 'Sow 1 or 2 a cell, 6 mm deep.'],
      pickList: [
        { what: 'Seed mix', amount: 5.6, unit: 'L' },
        { what: 'Labels', amount: 4, unit: '' },
      ],
      kept: true,
      ...change,
    },
  ],
});

describe('the bench sheet', () => {
  it('says what goes where, how it is done, and what to fetch', async () => {
    on('GET sowing', sheet());
    show(<SowingView />);
    expect(await screen.findByRole('heading', { name: 'Sow 2 batches' })).toBeTruthy();
    expect(screen.getByRole('img', { name: '26-T1: rows 1 to 2 26-01, rows 3 to 4 26-02' })).toBeTruthy();
    expect(screen.getByText('15 seeds short')).toBeTruthy();
    expect(screen.getByText(/\(4 extra\)/)).toBeTruthy();
    expect(screen.getByText('Sow 1 or 2 a cell, 6 mm deep.')).toBeTruthy();
    expect(within(screen.getByText('Seed mix').parentElement as HTMLElement).getByText('5.6 L')).toBeTruthy();
    expect(screen.getByText('Open mix gently.')).toBeTruthy();
    // A layout that is kept needs no keeping.
    expect(screen.queryByRole('button', { name: 'Keep this layout' })).toBeNull();
  });

  it('shows another layout before it is kept', async () => {
    on('GET sowing', sheet());
    on('POST sowing', sheet({ kept: false, trays: [{ code: null, rows: rows(1, 2, '26-01') }] }));
    on('PUT sowing', () => ({}));
    const { user } = show(<SowingView />);
    await user.click(await screen.findByRole('combobox', { name: 'Trays' }));
    await user.click(screen.getByRole('option', { name: 'one batch to a tray' }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toEqual({ batches: ['a', 'b'], share: false, extra: 'left' }));
    await user.click(await screen.findByRole('checkbox', { name: /26-02/ }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toEqual({ batches: ['a'], share: false, extra: 'left' }));
    // The last one stays: an empty sheet is none.
    await user.click(screen.getByRole('checkbox', { name: /26-01/ }));
    expect(asked('POST').at(-1)?.body).toMatchObject({ batches: ['a'] });
    expect(await screen.findByText('Tray 1')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Keep this layout' }));
    await waitFor(() => expect(asked('PUT').at(-1)?.body).toEqual({ batches: ['a'], share: false, extra: 'left' }));
    expect(await screen.findByText('Kept. The trays have their numbers.')).toBeTruthy();
  });

  it('lets a helper read it and not change it', async () => {
    on('GET sowing', sheet({ kept: false }));
    show(<SowingView />, { role: 'helper' });
    expect(await screen.findByRole('heading', { name: 'Sow 2 batches' })).toBeTruthy();
    expect(screen.queryByRole('combobox', { name: 'Trays' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Keep this layout' })).toBeNull();
  });

  it('says what to do where nothing is to be sown', async () => {
    on('GET sowing', { ...sheet(), groups: [] });
    show(<SowingView />);
    expect(await screen.findByText('Nothing to sow in the next two weeks')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Plan a batch' })).toBeTruthy();
  });
});

import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../test/page';
import { asked, on } from '../test/server';
import { Bar } from './Bar';
import { begin, put, type Draft, type Tray, type TrayMap } from './model';
import { TrayGrid } from './TrayGrid';
import { useDraft } from '../data/useTrays';

const tray: Tray = {
  id: 't1',
  code: '26-T1',
  container: 'made-up tray',
  rowCount: 2,
  rowCells: 4,
  drills: false,
  rows: [
    { row: 1, batchId: 'b1', code: '26-01', cultivar: 'Made-up Red', crop: 'tomato', cells: 4 },
    { row: 2, batchId: 'b1', code: '26-01', cultivar: 'Made-up Red', crop: 'tomato', cells: 2 },
  ],
  cells: '000000..',
  countedOn: null,
};

const map: TrayMap = {
  batchId: 'b1',
  code: '26-01',
  cultivar: 'Made-up Red',
  crop: 'tomato',
  today: '2026-04-18',
  sownOn: '2026-04-10',
  seeds: 6,
  emerged: 0,
  standing: 0,
  inTrays: true,
  current: false,
  most: 2,
  unlaid: 0,
  half: 3,
  tally: null,
  carryTo: 'Lamps',
  thin: null,
  course: null,
  trays: [tray],
};

/** A tray with its draft, as the view holds it. */
function Counting({ complain = () => undefined }: { complain?: (text: string) => void }) {
  const [draft, change] = useDraft(map);
  return (
    <>
      <TrayGrid
        tray={tray}
        batchId="b1"
        cells={draft.cells.t1 ?? ''}
        most={map.most}
        fates={new Map()}
        width={720}
        readOnly={false}
        put={(at, sign) => change((d) => put(d, 't1', at, sign))}
        undo={() => undefined}
        complain={complain}
      />
      <output>{draft.cells.t1}</output>
      <Bar map={map} draft={draft} change={change} />
    </>
  );
}

const cells = () => screen.getByRole('status').textContent;

describe('a tray under the hands', () => {
  it('takes a digit for each cell and walks on in the tray’s order', () => {
    show(<Counting />);
    const grid = screen.getByRole('application');
    for (const key of ['1', '2', '0', '1', '1', '1', '2']) fireEvent.keyDown(grid, { key });
    // The last of its cells is written over; what is not sown is never touched.
    expect(cells()).toBe('120112..');
  });

  it('says what cannot be, and writes nothing', () => {
    const said: string[] = [];
    show(<Counting complain={(text) => said.push(text)} />);
    fireEvent.keyDown(screen.getByRole('application'), { key: '3' });
    expect(said).toEqual(['At most 2: so many were sown in each.']);
    expect(cells()).toBe('000000..');
  });

  it('fills the row, empties a cell, and goes back', () => {
    show(<Counting />);
    const grid = screen.getByRole('application');
    for (const key of ['2', 'f', 'ArrowUp', ' ', 'Backspace', 'Backspace', '1']) fireEvent.keyDown(grid, { key });
    expect(cells()).toBe('122200..');
  });

  it('keeps a count that was typed over a reload, until it is logged', async () => {
    on('POST batches/b1/cells', { entries: ['e1'] });
    const first = show(<Counting />);
    fireEvent.keyDown(screen.getByRole('application'), { key: '1' });
    first.unmount();
    const { user } = show(<Counting />);
    expect(cells()).toBe('100000..');
    await user.click(screen.getByRole('button', { name: 'Log 1 seedling' }));
    await waitFor(() =>
      expect(asked('POST').at(-1)?.body).toMatchObject({
        means: 'counted',
        carryOn: false,
        trays: [{ trayId: 't1', cells: '100000..' }],
      }),
    );
    await waitFor(() => expect(localStorage.getItem('juvenal-cells-b1')).toBeNull());
  });
});

describe('a tray under a finger', () => {
  /** jsdom has no layout: the picture is as large as it is drawn, from 0, 0. */
  const grid = () => {
    const svg = screen.getByRole('application');
    const [, , width, height] = (svg.getAttribute('viewBox') ?? '').split(' ').map(Number);
    svg.getBoundingClientRect = () => DOMRect.fromRect({ width: width ?? 0, height: height ?? 0 });
    return svg;
  };
  const at = (column: number, row: number, type = 'touch') => ({
    clientX: 62 + 4 + (column + 0.5) * 54,
    clientY: 6 + (row + 0.5) * 54,
    pointerId: 1,
    pointerType: type,
  });

  it('goes round by taps: one, two, none', () => {
    show(<Counting />);
    const svg = grid();
    const seen = [1, 2, 3].map(() => {
      fireEvent.pointerDown(svg, at(1, 0));
      fireEvent.pointerUp(svg, at(1, 0));
      return cells();
    });
    expect(seen).toEqual(['010000..', '020000..', '000000..']);
  });

  it('scrolls where it moves on at once: nothing is counted', () => {
    show(<Counting />);
    const svg = grid();
    fireEvent.pointerDown(svg, at(0, 0));
    fireEvent.pointerMove(svg, at(0, 1));
    fireEvent.pointerCancel(svg, at(0, 1));
    expect(cells()).toBe('000000..');
  });

  it('paints after it has rested, and never beside its own cells', () => {
    vi.useFakeTimers();
    show(<Counting />);
    const svg = grid();
    fireEvent.pointerDown(svg, at(0, 0));
    act(() => void vi.advanceTimersByTime(300));
    for (const [c, r] of [
      [1, 0],
      [2, 0],
      [2, 1],
      [1, 1],
    ] as const)
      fireEvent.pointerMove(svg, at(c, r));
    fireEvent.pointerUp(svg, at(1, 1));
    vi.useRealTimers();
    expect(cells()).toBe('111001..');
  });

  it('paints at once under a mouse', () => {
    show(<Counting />);
    const svg = grid();
    fireEvent.pointerDown(svg, at(3, 0, 'mouse'));
    fireEvent.pointerMove(svg, at(2, 0, 'mouse'));
    fireEvent.pointerUp(svg, at(2, 0, 'mouse'));
    fireEvent.pointerMove(svg, at(1, 0, 'mouse'));
    expect(cells()).toBe('001100..');
  });
});

describe('what becomes of a count', () => {
  const bar = (cells: string) => {
    let draft: Draft = begin([tray]);
    draft = put(
      draft,
      't1',
      Array.from(cells).flatMap((c, i) => (c === '1' ? [i] : [])),
      '1',
    );
    return <Bar map={map} draft={draft} change={() => undefined} />;
  };

  it('carries the tray on once half are up, and not before', async () => {
    on('POST batches/b1/cells', { entries: ['e1', 'e2'] });
    const few = show(bar('11....'));
    expect(screen.queryByLabelText(/move to Lamps/)).toBeNull();
    few.unmount();
    const { user } = show(bar('111...'));
    expect(screen.getByLabelText<HTMLInputElement>(/move to Lamps/).checked).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Log 3 seedlings' }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toMatchObject({ carryOn: true }));
  });

  it('asks what happened where fewer stand than were counted', async () => {
    on('POST batches/b1/cells', (one) =>
      (one.body as { means: string }).means === 'counted'
        ? {
            status: 422,
            json: {
              title: 'x',
              errors: { trays: ['3 fewer than the 6 that were counted: was that a miscount, or were they lost?'] },
            },
          }
        : { json: { entries: ['e1'] } },
    );
    const { user } = show(bar('111...'));
    await user.click(screen.getByRole('button', { name: 'Log 3 seedlings' }));
    expect(await screen.findByText(/3 fewer than the 6/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'It was a miscount' }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toMatchObject({ means: 'miscounted', reason: null }));
    await user.click(screen.getByRole('button', { name: 'Log 3 seedlings' }));
    await screen.findByText(/3 fewer than the 6/);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'They were lost' }).disabled).toBe(true);
    await user.type(screen.getByLabelText('Lost: why'), 'slug');
    await user.click(screen.getByRole('button', { name: 'They were lost' }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toMatchObject({ means: 'lost', reason: 'slug', carryOn: false }));
  });
});

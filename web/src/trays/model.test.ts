import { describe, expect, it } from 'vitest';
import {
  arrow,
  back,
  begin,
  cellAt,
  countRow,
  end,
  next,
  placeOf,
  put,
  restOfRow,
  rowSpans,
  tally,
  upInRow,
  type Tray,
} from './model';

const row = (n: number, code: string) => ({ row: n, batchId: code, code, cultivar: code, crop: 'tomato' as const, cells: 4 });

const tray: Tray = {
  id: 't',
  code: '26-T1',
  container: 'made-up tray',
  rowCount: 3,
  rowCells: 4,
  drills: false,
  // The first row is another batch's, the last has two cells sown.
  rows: [row(1, 'a'), row(2, 'b'), row(3, 'b')],
  cells: '....000000..',
  countedOn: null,
};

describe('counting cells', () => {
  it('sets the batch’s own cells alone, and takes back step by step', () => {
    const one = put(begin([tray]), 't', [0, 4, 5, 11], '2');
    expect(one.cells.t).toBe('....220000..');
    const two = put(one, 't', [5], '1');
    expect(two.cells.t).toBe('....210000..');
    expect(back(two).cells.t).toBe('....220000..');
    expect(back(back(two)).cells.t).toBe(tray.cells);
    expect(back(back(back(two))).cells.t).toBe(tray.cells);
  });

  it('remembers that a tray was looked at, though nothing in it is different', () => {
    const same = put(begin([tray]), 't', [4], '0');
    expect(same.touched).toEqual(['t']);
    expect(same.past).toEqual([]);
  });

  it('adds up blank cells, ones, twins and more, of all trays', () =>
    expect(tally({ t: '....0123', u: '11..' })).toEqual({ cells: 6, blank: 1, one: 3, twins: 1, more: 1, seedlings: 8 }));
});

describe('walking on', () => {
  it('goes to the next cell of the batch in the tray’s order, and stays at its end', () => {
    expect(next('..00.0..', 3)).toBe(5);
    expect(next('..00.0..', 5)).toBe(5);
    expect(next('..00.0..', 5, -1)).toBe(3);
    expect(next('..00.0..', 2, -1)).toBe(2);
  });

  it('finds the first and last cell of the tray and of a row', () => {
    expect(end(tray.cells, false)).toBe(4);
    expect(end(tray.cells, true)).toBe(9);
    expect(end(tray.cells, true, 4, 8)).toBe(7);
    expect(end('....', true)).toBe(0);
  });

  it.each([
    ['ArrowRight', 5, false, 6],
    ['ArrowRight', 7, false, 7],
    ['ArrowDown', 5, false, 9],
    ['ArrowUp', 5, false, 1],
    ['ArrowDown', 5, true, 6],
    ['ArrowRight', 5, true, 9],
    ['ArrowDown', 7, true, 7],
    ['x', 5, false, 5],
  ])('%s from cell %i, turned %s, leads to %i', (key, from, turned, to) => expect(arrow(key, from, 4, turned)).toBe(to));

  it('fills from here to the end of the row', () => expect(restOfRow(5, 4)).toEqual([5, 6, 7]));
});

describe('the tray as it is drawn', () => {
  it.each([false, true])('finds under a finger the cell that is drawn there, turned %s', (turned) => {
    for (let cell = 0; cell < 12; cell++) {
      const [x, y] = placeOf(cell, 4, turned);
      expect(cellAt((x + 0.5) * 20, (y + 0.5) * 20, 20, 4, 3, turned)).toBe(cell);
    }
  });

  it('finds nothing beside it', () => {
    expect(cellAt(-1, 5, 20, 4, 3, false)).toBeNull();
    expect(cellAt(81, 5, 20, 4, 3, false)).toBeNull();
    expect(cellAt(5, 61, 20, 4, 3, false)).toBeNull();
  });

  it('names each stretch of rows once', () =>
    expect(rowSpans(tray).map((s) => [s.from, s.to, s.code])).toEqual([
      [1, 1, 'a'],
      [2, 3, 'b'],
    ]));
});

describe('rows of seed without cells', () => {
  it('are counted as a number', () => {
    const cells = countRow(tray.cells, 1, 4, 3);
    expect(cells).toBe('....111000..');
    expect(upInRow(cells, 1, 4)).toBe(3);
    expect(upInRow(countRow(cells, 2, 4, 2), 2, 4)).toBe(2);
    expect(upInRow(cells, 0, 4)).toBe(0);
  });
});

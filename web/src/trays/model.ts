import type { Schemas } from '../api/client';

export type Tray = Schemas['TrayAnswer'];
export type TrayMap = Schemas['TrayMapAnswer'];

/** Sign of a cell that is another batch's, or empty. */
export const nobody = '.';

/** What has been counted so far: by tray, a sign a cell. */
export type Cells = Readonly<Record<string, string>>;

export interface Draft {
  cells: Cells;
  /** States before each change, the last one at the end. */
  past: Cells[];
  /** Trays that were touched: only these are written. */
  touched: readonly string[];
}

export const cellsOf = (trays: Tray[]): Cells => Object.fromEntries(trays.map((t) => [t.id, t.cells]));

export const begin = (trays: Tray[]): Draft => ({ cells: cellsOf(trays), past: [], touched: [] });

const mostSteps = 500;

/** The cells of a tray, each by itself: digits and dots alone. */
export const signs = (cells: string): string[] => Array.from(cells);

/** Sets cells of a tray; those that are not the batch's stay as they are. */
export function put(draft: Draft, tray: string, at: readonly number[], sign: string): Draft {
  const was = draft.cells[tray] ?? '';
  const all = signs(was);
  for (const i of at) if (all[i] !== undefined && all[i] !== nobody) all[i] = sign;
  const now = all.join('');
  const touched = draft.touched.includes(tray) ? draft.touched : [...draft.touched, tray];
  if (now === was) return { ...draft, touched };
  return { cells: { ...draft.cells, [tray]: now }, past: [...draft.past, draft.cells].slice(-mostSteps), touched };
}

/** Takes the last change back. */
export function back(draft: Draft): Draft {
  const before = draft.past.at(-1);
  return before ? { ...draft, cells: before, past: draft.past.slice(0, -1) } : draft;
}

/** The next cell of the batch in the tray's order; the same one at its end. */
export function next(cells: string, from: number, step: 1 | -1 = 1): number {
  for (let i = from + step; i >= 0 && i < cells.length; i += step) if (cells[i] !== nobody) return i;
  return from;
}

/** The batch's first or last cell of a tray, or of a row. */
export function end(cells: string, last: boolean, low = 0, high = cells.length): number {
  const own = signs(cells).flatMap((c, i) => (c !== nobody && i >= low && i < high ? [i] : []));
  return (last ? own.at(-1) : own[0]) ?? 0;
}

/** Where an arrow leads, as the tray is drawn: turned on a phone. */
export function arrow(key: string, cell: number, rowCells: number, turned: boolean): number {
  const along: Record<string, number> = turned ? { ArrowUp: -1, ArrowDown: 1 } : { ArrowLeft: -1, ArrowRight: 1 };
  const across: Record<string, number> = turned
    ? { ArrowLeft: -rowCells, ArrowRight: rowCells }
    : { ArrowUp: -rowCells, ArrowDown: rowCells };
  const by = { ...along, ...across }[key] ?? 0;
  // Along a row one stays in it.
  if (Math.abs(by) === 1 && rowCells > 1 && Math.floor((cell + by) / rowCells) !== Math.floor(cell / rowCells)) return cell;
  return cell + by;
}

/** Cells of a row from one on, to its end. */
export const restOfRow = (cell: number, rowCells: number): number[] =>
  Array.from({ length: rowCells - (cell % rowCells) }, (_, i) => cell + i);

export interface Tally {
  cells: number;
  blank: number;
  one: number;
  twins: number;
  more: number;
  seedlings: number;
}

export function tally(cells: Cells): Tally {
  const t: Tally = { cells: 0, blank: 0, one: 0, twins: 0, more: 0, seedlings: 0 };
  for (const sign of Object.values(cells).join('')) {
    if (sign === nobody) continue;
    const n = Number(sign);
    t.cells++;
    t.seedlings += n;
    if (n === 0) t.blank++;
    else if (n === 1) t.one++;
    else if (n === 2) t.twins++;
    else t.more++;
  }
  return t;
}

/** A row of seed without cells is counted as a number: so many of its places are taken. */
export function countRow(cells: string, row: number, rowCells: number, up: number): string {
  let left = up;
  return signs(cells)
    .map((c, i) => (Math.floor(i / rowCells) !== row || c === nobody ? c : left-- > 0 ? '1' : '0'))
    .join('');
}

export const upInRow = (cells: string, row: number, rowCells: number): number =>
  signs(cells.slice(row * rowCells, (row + 1) * rowCells)).reduce((n, c) => n + (c === nobody ? 0 : Number(c)), 0);

/** Which cell lies under a point of the picture. */
export function cellAt(x: number, y: number, size: number, rowCells: number, rows: number, turned: boolean): number | null {
  const [column, line] = [Math.floor(x / size), Math.floor(y / size)];
  const [along, row] = turned ? [line, column] : [column, line];
  return along < 0 || row < 0 || along >= rowCells || row >= rows ? null : row * rowCells + along;
}

/** Where a cell is drawn, in cells. */
export const placeOf = (cell: number, rowCells: number, turned: boolean): [number, number] => {
  const [row, along] = [Math.floor(cell / rowCells), cell % rowCells];
  return turned ? [row, along] : [along, row];
};

/** Stretches of rows that one batch has, for the labels beside the tray. */
export function rowSpans(tray: Tray): { from: number; to: number; code: string; cultivar: string; batchId: string }[] {
  const spans: { from: number; to: number; code: string; cultivar: string; batchId: string }[] = [];
  for (const r of tray.rows) {
    const last = spans.at(-1);
    if (last && last.batchId === r.batchId && last.to === r.row - 1) last.to = r.row;
    else spans.push({ from: r.row, to: r.row, code: r.code, cultivar: r.cultivar, batchId: r.batchId });
  }
  return spans;
}

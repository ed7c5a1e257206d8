import dayjs from 'dayjs';
import type { Schemas } from '../api/client';
import { daysBetween } from '../ui/dates';

export type View = Schemas['SiteViewAnswer'];
export type Half = Schemas['SeasonHalf'];
export type Surface = Schemas['Surface'];

export const riskWords = (risk: number): string => `1 in ${Math.round(1 / risk)}`;

/** The option nearest to a share that a hand dragged to. */
export function nearestRisk(share: number, risks: number[]): number {
  const far = (risk: number) => Math.abs(Math.log(risk / Math.max(share, 0.01)));
  return risks.reduce((best, risk) => (far(risk) < far(best) ? risk : best));
}

/** Days and values to a picture's x and y. */
export interface Scale {
  x: (iso: string) => number;
  y: (value: number) => number;
}

export interface Frame {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export function scale(frame: Frame, first: string, last: string, low: number, high: number): Scale {
  const days = Math.max(1, daysBetween(first, last));
  return {
    x: (iso) => frame.left + ((frame.right - frame.left) * daysBetween(first, iso)) / days,
    y: (value) => frame.bottom - ((frame.bottom - frame.top) * (value - low)) / Math.max(1e-9, high - low),
  };
}

/** An SVG path through points; undefined values make a hole. */
export function path(points: [x: number, y: number | null][]): string {
  let pen = 'M';
  return points
    .map(([x, y]) => {
      if (y === null) {
        pen = 'M';
        return '';
      }
      const step = `${pen}${x.toFixed(1)} ${y.toFixed(1)}`;
      pen = 'L';
      return step;
    })
    .join('');
}

/** First of each month between two days. */
export function months(first: string, last: string): string[] {
  const found: string[] = [];
  for (let d = dayjs(first).startOf('month').add(1, 'month'); !d.isAfter(last); d = d.add(1, 'month'))
    found.push(d.format('YYYY-MM-DD'));
  return found;
}

/** Years on one day lie above each other: how high each dot lies, the first on the ground. */
export function stack(days: string[], width: number): number[] {
  const rows: string[] = [];
  return days.map((day) => {
    let row = 0;
    while (rows[row] !== undefined && daysBetween(rows[row] ?? day, day) < width) row++;
    rows[row] = day;
    return row;
  });
}

/** Windows that matter first: those with a bed of the nursery's own. */
export function ordered(windows: Schemas['WindowAnswer'][]): {
  own: Schemas['WindowAnswer'][];
  others: Schemas['WindowAnswer'][];
} {
  const own = windows.filter((w) => w.beds.length > 0);
  return own.length > 0 ? { own, others: windows.filter((w) => w.beds.length === 0) } : { own: windows, others: [] };
}

export const gateNames: Record<string, string> = {
  freeze: 'Frost',
  'pepper-timing': 'Pepper timing',
  nights: 'Nights',
  days: 'Days',
  soil: 'Morning soil',
};

import dayjs from 'dayjs';
import type { Schemas } from '../api/client';
import type { BatchInput, PlanAnswer } from '../data/usePlan';

export interface BesideRow {
  label: string;
  what: 'day' | 'count' | 'litres' | 'money';
  kept: string | number | null;
  tried: string | number | null;
  /** "4 d later", "12 more"; empty where it is the same. */
  changed: string;
}

/** The kept plan and a tried one, line by line; lines that neither has are left out. */
export function beside(
  kept: Schemas['BatchAnswer'],
  tried: PlanAnswer,
  seed: { kept: number | null; tried: number | null },
  input: BatchInput | null,
): BesideRow[] {
  const mixOf = (steps: Schemas['StepAnswer'][]) => steps.reduce((sum, s) => sum + s.mixLitres, 0);
  const dayOf = (steps: Schemas['StepAnswer'][], kind: string) => steps.find((s) => s.step.kind === kind)?.mid ?? null;
  const cost = (each: number | null, seeds: number, price: number | null | undefined, plants: number) =>
    each !== null ? each * seeds : price != null ? price * plants : null;
  const rows: Omit<BesideRow, 'changed'>[] = [
    ...(['begin', 'harden', 'plant-out', 'ripe'] as const).map((kind) => ({
      label: [...tried.steps, ...kept.steps].find((s) => s.step.kind === kind)?.step.title ?? kind,
      what: 'day' as const,
      kept: dayOf(kept.steps, kind),
      tried: dayOf(tried.steps, kind),
    })),
    { label: 'Plants, on average', what: 'count', kept: kept.expected, tried: tried.quantity.expected },
    { label: 'Cells', what: 'count', kept: kept.cells, tried: tried.quantity.cells },
    { label: 'Mix still to fill', what: 'litres', kept: mixOf(kept.steps), tried: mixOf(tried.steps) },
    {
      label: seed.kept !== null || seed.tried !== null ? 'Seed costs' : 'Plants cost',
      what: 'money',
      kept: cost(seed.kept, kept.seeds, kept.input.start?.priceEach, kept.cells),
      tried: cost(seed.tried, tried.quantity.seeds, input?.start?.priceEach, tried.quantity.cells),
    },
  ];
  return rows.filter((r) => r.kept !== null || r.tried !== null).map((r) => ({ ...r, changed: difference(r) }));
}

function difference(row: Omit<BesideRow, 'changed'>): string {
  if (row.kept === null || row.tried === null) return row.kept === row.tried ? '' : 'new';
  if (row.what === 'day') {
    const days = dayjs(row.tried).diff(dayjs(row.kept), 'day');
    return days === 0 ? '' : `${Math.abs(days)} d ${days > 0 ? 'later' : 'sooner'}`;
  }
  const by = Number(row.tried) - Number(row.kept);
  const least = row.what === 'count' ? 0.5 : row.what === 'litres' ? 0.05 : 0.005;
  if (Math.abs(by) < least) return '';
  const amount = row.what === 'money' ? Math.abs(by).toFixed(2) : String(Math.round(Math.abs(by) * 10) / 10);
  return `${row.what === 'count' ? String(Math.round(Math.abs(by))) : amount} ${by > 0 ? 'more' : 'less'}`;
}

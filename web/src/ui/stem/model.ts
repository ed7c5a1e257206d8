import dayjs from 'dayjs';
import type { Schemas } from '../../api/client';
import { daysBetween } from '../dates';

type Step = Schemas['StepAnswer'];

/** Where everything of a stem-line is drawn. Days become pixels here, and nothing else is decided. */
export interface StemPicture {
  width: number;
  x: (iso: string) => number;
  nodes: StemNode[];
  months: { x: number; label: string }[];
  stretches: { from: number; to: number; label: string }[];
  /** How many rows of labels stand above and below the stem. */
  rows: number;
}

export interface StemNode {
  step: Step;
  x: number;
  low: number;
  high: number;
  /** Where it was due, if it was done on another day. */
  due: number | null;
  label: { x: number; row: number; above: boolean; title: string; date: string };
}

const margin = 46;
/** A condensed 15 px letter is about this wide. */
const letter = 7.2;
/** After planting out the stem goes on to the first ripe fruit, but most of that time needs no room. */
const afterPlanting = 9;

export function stemPicture(steps: Step[], today: string, windowHigh: string, width: number): StemPicture {
  const shown = steps.filter((s) => s.step.kind !== 'ripe');
  const firstStep = shown[0];
  const lastStep = shown.at(-1);
  if (!firstStep || !lastStep) return { width, x: () => 0, nodes: [], months: [], stretches: [], rows: 0 };
  const days = shown.flatMap((s) => (s.doneOn ? [s.mid, s.due] : [s.low, s.mid, s.high])).concat(windowHigh);
  const sorted = [...days].sort();
  const start = dayjs(sorted[0]).subtract(2, 'day');
  const last = sorted.at(-1) ?? lastStep.mid;
  // Today is shown where it is near; a plan made in winter is not squeezed for it.
  const from =
    today < start.format('YYYY-MM-DD') && daysBetween(today, start.format('YYYY-MM-DD')) < 30
      ? dayjs(today).subtract(1, 'day')
      : start;
  const to = dayjs(last > today || daysBetween(last, today) > 30 ? last : today).add(afterPlanting, 'day');
  const total = Math.max(1, to.diff(from, 'day'));
  const x = (iso: string) => margin + ((width - 2 * margin) * dayjs(iso).diff(from, 'hour')) / 24 / total;

  const ends: Record<string, number> = {};
  const nodes = shown.map((step, i): StemNode => {
    const at = x(step.mid);
    const date = dayjs(step.mid).format('ddd D MMM');
    const half = (Math.max(step.step.title.length, date.length) * letter) / 2 + 5;
    const centre = Math.min(Math.max(at, half), width - half);
    const { row, above } = place(ends, centre, half, i % 2 === 0);
    return {
      step,
      x: at,
      low: x(step.low),
      high: x(step.high),
      due: step.doneOn && !step.skipped && step.due !== step.doneOn ? x(step.due) : null,
      label: { x: centre, row, above, title: step.step.title, date },
    };
  });

  const months = [];
  for (let m = from.startOf('month').add(1, 'month'); m.isBefore(to); m = m.add(1, 'month')) {
    months.push({ x: x(m.format('YYYY-MM-DD')), label: m.format('MMMM') });
  }

  const stretches = nodes.map((node, i) => {
    const end = nodes[i + 1]?.x ?? width - margin;
    return { from: node.x, to: end, label: fitting([node.step.place], end - node.x) };
  });
  return { width, x, nodes, months, stretches, rows: Math.max(...nodes.map((n) => n.label.row)) + 1 };
}

/** The nearest row that is free; above and below by turns, so that neighbours part. */
function place(ends: Record<string, number>, centre: number, half: number, above: boolean): { row: number; above: boolean } {
  for (let row = 0; row < 4; row++) {
    for (const side of [above, !above]) {
      const key = `${side ? 'above' : 'below'}${row}`;
      if ((ends[key] ?? -Infinity) <= centre - half) {
        ends[key] = centre + half;
        return { row, above: side };
      }
    }
  }
  return { row: 4, above };
}

/** The first text that fits, or none: a cut word helps nobody. */
export function fitting(texts: string[], width: number): string {
  return texts.find((t) => t.length * 6.4 + 8 <= width) ?? '';
}

/** A fixed day that endangers the plants, out in the cold too soon. What is merely late is no danger. */
export const danger = (step: { conflict: string | null; step: { kind: string } }) =>
  step.conflict !== null && (step.step.kind === 'plant-out' || step.step.kind === 'harden');

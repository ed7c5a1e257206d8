import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { useId, useLayoutEffect, useRef, useState } from 'react';
import type { Schemas } from '../../api/client';
import { condensed } from '../../app/theme';
import { day, span } from '../dates';
import { danger, stemPicture, type StemNode } from './model';

interface Props {
  steps: Schemas['StepAnswer'][];
  window: { low: string; opens: string; high: string };
  /** The day they are to be ready by, where they are for sale. */
  sale?: string | null;
  today: string;
}

const rowHeight = 38;

/**
 * The stem-line: a batch's steps along one stem, each a leaf as wide as its spread.
 * Filled is done, hollow is planned, square is fixed; behind it the cold until the window opens.
 */
export function StemLine({ steps, window, sale, today }: Props) {
  // A sale does not wait for the window: its day stands in the window's place.
  const gate = sale ? { ...window, opens: sale, high: sale > window.high ? sale : window.high } : window;
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  // Measured before it is painted: nothing below it moves.
  useLayoutEffect(() => {
    if (!box.current) return;
    setWidth(box.current.clientWidth);
    const observer = new ResizeObserver(([entry]) => setWidth(entry?.contentRect.width ?? 0));
    observer.observe(box.current);
    return () => observer.disconnect();
  }, []);
  return (
    <Box ref={box} sx={{ display: { xs: 'none', sm: 'block' }, width: '100%', minHeight: width > 0 ? 0 : 150 }}>
      {width > 0 && <Picture steps={steps} window={gate} sale={sale ?? null} today={today} width={width} />}
    </Box>
  );
}

function Picture({ steps, window: gate, sale, today, width }: Props & { width: number }) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const id = useId();
  const small = width < 560;
  const picture = stemPicture(steps, today, gate.high, width);
  const pad = small ? 12 : picture.rows * rowHeight + 12;
  const stem = pad + 24;
  const height = stem + 34 + (small ? 0 : picture.rows * rowHeight) + 46;
  const bottom = height - 22;
  const first = picture.nodes[0];
  if (!first) return null;
  const todayX = picture.x(today);
  const [cold, open, late] = [picture.x(gate.low), picture.x(gate.opens), picture.x(gate.high)];
  const ripe = steps.find((s) => s.step.kind === 'ripe');
  const text = { fontFamily: condensed, fill: p.text.primary };

  return (
    <Box
      component="svg"
      viewBox={`0 0 ${width} ${height}`}
      sx={{ width: '100%', height: 'auto', display: 'block' }}
      role="img"
      aria-label={spoken(steps)}
    >
      <defs>
        <linearGradient id={id} gradientUnits="userSpaceOnUse" x1={cold} x2={Math.max(late, cold + 1)} y1="0" y2="0">
          <stop offset="0" stopColor={p.cold.main} stopOpacity="0.34" />
          <stop offset="1" stopColor={p.cold.main} stopOpacity="0" />
        </linearGradient>
      </defs>
      <rect x="0" y="0" width={Math.max(0, cold)} height={bottom} fill={p.cold.main} opacity="0.34" />
      <rect x={Math.max(0, cold)} y="0" width={Math.max(0, late - Math.max(0, cold))} height={bottom} fill={`url(#${id})`} />
      <line x1={open} x2={open} y1="0" y2={bottom} stroke={p.cold.main} strokeWidth="2" strokeDasharray="2 4" />
      <text x={open + 5} y={bottom - 6} fontSize="12.5" {...text} fill={p.text.secondary}>
        {small ? (sale ? 'sale' : 'window') : `${sale ? 'sale' : 'window'} ${day(gate.opens)}`}
      </text>

      {picture.months.map((m) => (
        <g key={m.label}>
          <line x1={m.x} x2={m.x} y1={bottom} y2={bottom + 6} stroke={p.text.secondary} />
          <text x={m.x + 4} y={height - 5} fontSize="13" {...text} fill={p.text.secondary}>
            {small ? m.label.slice(0, 3) : m.label}
          </text>
        </g>
      ))}
      <line x1="0" x2={width} y1={bottom} y2={bottom} stroke={p.divider} />

      {todayX > 0 && todayX < width && (
        <g>
          <line x1={todayX} x2={todayX} y1="0" y2={bottom} stroke={p.label.main} strokeWidth="3" />
          <path d={`M${todayX - 20} ${bottom - 1}h40v14l-20 7-20-7Z`} fill={p.label.main} />
          <text
            x={todayX}
            y={bottom + 12}
            textAnchor="middle"
            fontSize="12"
            fontWeight="600"
            fontFamily={condensed}
            fill={p.label.ink}
          >
            today
          </text>
        </g>
      )}

      <path d={stemPath(first.x, width, stem)} stroke={p.stem.main} strokeWidth="4" fill="none" strokeLinecap="round" />
      {picture.stretches.map((s) => (
        <text
          key={s.from}
          x={(s.from + s.to) / 2}
          y={stem + 19}
          textAnchor="middle"
          fontSize="12"
          {...text}
          fill={p.text.secondary}
        >
          {small ? '' : s.label}
        </text>
      ))}
      {ripe && !small && (
        <text x={width - 4} y={stem - 12} textAnchor="end" fontSize="13" {...text} fill={p.text.secondary}>
          first ripe {day(ripe.mid)} →
        </text>
      )}

      {picture.nodes.map((node) => (
        <Node key={node.step.step.id} node={node} stem={stem} small={small} />
      ))}
    </Box>
  );
}

/** A leaf as wide as the spread, and the node itself. */
function Node({ node, stem, small }: { node: StemNode; stem: number; small: boolean }) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const { step, x, low, high, due, label } = node;
  const done = step.doneOn !== null;
  const labelY = label.above ? stem - 26 - label.row * rowHeight : stem + 44 + label.row * rowHeight;
  const stroke = danger(step) ? p.error.main : p.text.primary;
  return (
    <g>
      <title>{`${step.step.title}: ${done ? `${step.skipped ? 'skipped' : 'done'} ${day(step.mid)}` : `${day(step.mid)} (${span(step.low, step.high)})`}`}</title>
      {high - low > 6 && <path d={leaf(low, high, x, stem)} fill={p.stem.main} opacity="0.3" />}
      {due !== null && Math.abs(due - x) > 3 && (
        <g opacity="0.75">
          <path d={`M${due} ${stem - 9}H${x}`} stroke={p.text.secondary} strokeDasharray="2 2" />
          <circle cx={due} cy={stem - 9} r="3.5" fill={p.background.paper} stroke={p.text.secondary} />
        </g>
      )}
      {!small && (
        <line
          x1={x}
          x2={label.x}
          y1={label.above ? stem - 9 : stem + 9}
          y2={label.above ? labelY + 6 : labelY - 14}
          stroke={p.text.secondary}
          strokeWidth="1"
          opacity={label.row > 0 || Math.abs(label.x - x) > 2 ? 0.7 : 0.35}
        />
      )}
      {step.lockedOn && !done ? (
        <rect x={x - 7} y={stem - 7} width="14" height="14" fill={p.background.paper} stroke={stroke} strokeWidth="2.5" />
      ) : (
        <circle
          cx={x}
          cy={stem}
          r="7"
          fill={done && !step.skipped ? p.text.primary : p.background.paper}
          stroke={stroke}
          strokeWidth="2.5"
          strokeDasharray={step.skipped ? '3 3' : undefined}
        />
      )}
      {!small && (
        <text
          x={label.x}
          y={labelY}
          textAnchor="middle"
          fontFamily={condensed}
          fill={danger(step) ? p.error.main : p.text.primary}
          stroke={p.background.default}
          strokeWidth="4"
          strokeOpacity="0.7"
          paintOrder="stroke"
        >
          <tspan x={label.x} dy={label.above ? -14 : 0} fontSize="15" fontWeight="600">
            {label.title}
          </tspan>
          <tspan x={label.x} dy="15" fontSize="14">
            {label.date}
          </tspan>
        </text>
      )}
    </g>
  );
}

/** From sowing to the edge of the picture: it goes on to the first ripe fruit. */
const stemPath = (from: number, to: number, y: number) => `M${from} ${y}H${to}`;

function leaf(low: number, high: number, x: number, y: number): string {
  const lift = 13;
  return `M${low} ${y}Q${x} ${y - lift * 2} ${high} ${y}Q${x} ${y + lift * 2} ${low} ${y}Z`;
}

function spoken(steps: Schemas['StepAnswer'][]): string {
  return steps
    .map(
      (s) =>
        `${s.step.title} ${s.doneOn ? `${s.skipped ? 'skipped' : 'done'} ${day(s.doneOn)}` : `${day(s.mid)}, between ${day(s.low)} and ${day(s.high)}`}`,
    )
    .join('; ');
}

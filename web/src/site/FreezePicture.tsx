import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import dayjs from 'dayjs';
import { useRef, type PointerEvent } from 'react';
import type { Schemas } from '../api/client';
import { condensed } from '../app/theme';
import { day } from '../ui/dates';
import { useWidth } from '../ui/useWidth';
import { months, nearestRisk, path, riskWords, scale, stack } from './model';

const height = 340;
const ground = 318;
const out = (year: Schemas['FreezeYearAnswer']) => year.state === 'left-out' || year.state === 'not-over';

interface Props {
  curves: Schemas['FreezeCurve'][];
  years: Schemas['FreezeYearAnswer'][];
  windows: Schemas['WindowAnswer'][];
  today: string;
  risk: number;
  /** Those of the house rule, the careful one first. */
  risks: number[];
  /** While it is dragged or moved by a key; null where one may not. */
  onRisk: ((risk: number) => void) | null;
  /** When the hand lets go. */
  onKeep: () => void;
  chosen: number | null;
  onYear: (season: number) => void;
}

/** How likely a freeze still comes, day by day; the accepted risk to drag; and each year's freeze as a dot. */
export function FreezePicture({ curves, years, windows, today, risk, risks, onRisk, onKeep, chosen, onYear }: Props) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const svg = useRef<SVGSVGElement>(null);
  const [box, width] = useWidth();
  const frame = { left: 48, right: width - 14, top: 14, bottom: 228 };
  const dragging = useRef(false);
  const days = [
    ...curves.flatMap((c) => c.points.map((q) => q.day)),
    // A year that is left out says nothing: it does not stretch the picture.
    ...years.flatMap((y) => (y.state === 'counted' ? (y.onThisSeason ?? []) : [])),
    ...windows.map((w) => w.opens),
  ];
  const first = days.reduce((a, b) => (b < a ? b : a));
  const last = days.reduce((a, b) => (b > a ? b : a));
  const { x, y } = scale(frame, first, last, 0, 1);
  const text = { fontFamily: condensed, fontSize: 15, fill: p.text.primary };
  // Over lines and fills, so that a label stays readable.
  const halo = { paintOrder: 'stroke', stroke: p.background.default, strokeWidth: 4, strokeLinejoin: 'round' } as const;
  const dots = years
    .filter((d) => d.onThisSeason !== null && d.onThisSeason >= first && d.onThisSeason <= last)
    .sort((a, b) => (a.onThisSeason ?? '').localeCompare(b.onThisSeason ?? ''));
  const rows = stack(
    dots.map((d) => d.onThisSeason ?? ''),
    Math.max(1, Math.ceil(10 / Math.max(0.1, x(dayjs(first).add(1, 'day').format('YYYY-MM-DD')) - frame.left))),
  );
  const top = Math.max(1, ...rows.map((r) => r + 1));
  const lift = Math.min(11, (ground - frame.bottom - 34) / top);
  const inUse = curves.find((c) => c.inUse) ?? curves[0];

  const at = (e: PointerEvent) => {
    const drawn = svg.current?.getBoundingClientRect();
    if (!drawn) return risk;
    const share = 1 - (((e.clientY - drawn.top) / drawn.height) * height - frame.top) / (frame.bottom - frame.top);
    return risks.length > 0 ? nearestRisk(share, risks) : risk;
  };

  return (
    <div ref={box}>
      <Box
        component="svg"
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        aria-label={
          inUse
            ? `Freeze risk. Average ${day(inUse.mean)}; at the accepted risk ${inUse.atRisk ? day(inUse.atRisk) : 'no day'}.`
            : 'Freeze risk'
        }
        role="group"
        sx={{ width: '100%', display: 'block', touchAction: 'pan-y' }}
        onPointerMove={(e: PointerEvent) => {
          if (dragging.current && onRisk) onRisk(at(e));
        }}
        onPointerUp={() => {
          if (dragging.current) onKeep();
          dragging.current = false;
        }}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((r) => (
          <g key={r}>
            <line x1={frame.left} x2={frame.right} y1={y(r)} y2={y(r)} stroke={p.divider} />
            <text x={frame.left - 6} y={y(r) + 5} textAnchor="end" {...text} fill={p.text.secondary}>
              {r * 100}%
            </text>
          </g>
        ))}
        {curves.map((c) => {
          const line = path(c.points.map((q) => [x(q.day), y(q.risk)]));
          const [a, b] = [c.points[0], c.points.at(-1)];
          return (
            <g key={`${c.half}${c.recorded}${c.tunnel}`}>
              {c.inUse && a && b && (
                <path d={`${line}L${x(b.day)} ${frame.bottom}L${x(a.day)} ${frame.bottom}Z`} fill={p.cold.main} opacity="0.28" />
              )}
              <path
                d={line}
                fill="none"
                stroke={c.inUse ? p.cold.main : p.text.secondary}
                strokeWidth={c.inUse ? 3 : 1.5}
                strokeDasharray={c.inUse ? undefined : c.tunnel ? '2 4' : '5 5'}
              />
            </g>
          );
        })}
        {months(first, last).map((m) => (
          <g key={m}>
            <line x1={x(m)} x2={x(m)} y1={frame.bottom} y2={ground} stroke={p.divider} />
            <text x={x(m) + 5} y={height - 6} {...text} fill={p.text.secondary}>
              {dayjs(m).format('MMMM')}
            </text>
          </g>
        ))}
        <line x1={frame.left} x2={frame.right} y1={ground} y2={ground} stroke={p.text.secondary} />
        {x(today) >= frame.left && x(today) <= frame.right && (
          <line x1={x(today)} x2={x(today)} y1={frame.top} y2={ground} stroke={p.label.main} strokeWidth="3" />
        )}
        {windows.map((w, i) => (
          <line
            key={w.crop + w.surface}
            x1={x(w.opens)}
            x2={x(w.opens)}
            y1={frame.top + 22 + i * 26}
            y2={ground}
            stroke={p[w.crop].main}
            strokeWidth="2"
          />
        ))}
        {windows.map((w, i) => (
          <g key={w.crop + w.surface}>
            <text
              x={x(w.opens) + (x(w.opens) > width - 165 ? -6 : 6)}
              y={frame.top + 20 + i * 26}
              textAnchor={x(w.opens) > width - 165 ? 'end' : 'start'}
              {...text}
              {...halo}
              fontWeight="600"
            >
              {w.crop === 'tomato' ? 'Tomatoes' : 'Peppers'} {day(w.opens)}
            </text>
          </g>
        ))}
        {dots.map((d, i) => {
          const cx = x(d.onThisSeason ?? first);
          const cy = ground - 8 - (rows[i] ?? 0) * lift;
          const here = d.season === chosen;
          return (
            <circle
              key={d.season}
              cx={cx}
              cy={cy}
              r={here ? 7 : 5}
              fill={out(d) ? 'none' : here ? p.text.primary : p.cold.main}
              stroke={out(d) ? p.text.secondary : p.background.default}
              strokeWidth="1.5"
              role="button"
              tabIndex={0}
              aria-label={`${d.season}: ${d.date ? day(d.date) : 'no freeze'}${d.state === 'left-out' ? ', left out' : d.state === 'not-over' ? ', not over' : ''}`}
              style={{ cursor: 'pointer' }}
              onClick={() => onYear(d.season)}
              onKeyDown={(e) => {
                if (e.key === 'Enter' || e.key === ' ') {
                  e.preventDefault();
                  onYear(d.season);
                }
              }}
            >
              <title>{`${d.season}: ${d.date ? day(d.date) : 'no freeze'}`}</title>
            </circle>
          );
        })}
        <g
          role="slider"
          tabIndex={onRisk ? 0 : -1}
          aria-label="Accepted frost risk"
          aria-valuemin={5}
          aria-valuemax={50}
          aria-valuenow={Math.round(risk * 100)}
          aria-valuetext={`${riskWords(risk)} springs`}
          aria-disabled={onRisk === null}
          style={{ cursor: onRisk ? 'ns-resize' : 'default', touchAction: 'none' }}
          onPointerDown={(e) => {
            if (!onRisk) return;
            dragging.current = true;
            (e.currentTarget.ownerSVGElement as SVGSVGElement).setPointerCapture(e.pointerId);
          }}
          onKeyDown={(e) => {
            const step =
              e.key === 'ArrowUp' || e.key === 'ArrowRight' ? 1 : e.key === 'ArrowDown' || e.key === 'ArrowLeft' ? -1 : 0;
            if (step === 0 || !onRisk) return;
            e.preventDefault();
            const next = risks[Math.max(0, Math.min(risks.length - 1, risks.indexOf(risk) + step))];
            if (next !== undefined) onRisk(next);
          }}
          onKeyUp={(e) => {
            if (e.key.startsWith('Arrow')) onKeep();
          }}
        >
          <rect x={frame.left} width={frame.right - frame.left} y={y(risk) - 16} height="32" fill="transparent" />
          <line
            x1={frame.left}
            x2={frame.right}
            y1={y(risk)}
            y2={y(risk)}
            stroke={p.text.primary}
            strokeWidth="1.5"
            strokeDasharray="2 4"
          />
          <path d={`M${frame.left + 6} ${y(risk) - 12}h66l10 12l-10 12h-66Z`} fill={p.label.main} />
          <text x={frame.left + 14} y={y(risk) + 5} {...text} fill={p.label.ink} fontWeight="600">
            {riskWords(risk)}
          </text>
          <path
            d={`M${frame.left + 62} ${y(risk) - 2}l4 -5l4 5M${frame.left + 62} ${y(risk) + 2}l4 5l4 -5`}
            fill="none"
            stroke={p.label.ink}
            strokeWidth="1.5"
          />
        </g>
      </Box>
    </div>
  );
}

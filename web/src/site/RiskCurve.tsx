import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import dayjs from 'dayjs';
import type { Schemas } from '../api/client';
import { condensed } from '../app/theme';
import { day, daysBetween } from '../ui/dates';

const [width, height, left, bottom, top] = [760, 270, 44, 240, 14];

/** The share of springs that still freeze on or after a day; the windows of the open ground marked on it. */
export function RiskCurve({
  curve,
  windows,
  today,
}: {
  curve: Schemas['RiskPoint'][];
  windows: Schemas['WindowAnswer'][];
  today: string;
}) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const [first, last] = [curve[0], curve.at(-1)];
  if (!first || !last) return null;
  const open = windows.filter((w) => w.bed === 'open');
  const end = open.reduce((latest, w) => (w.opens > latest ? w.opens : latest), last.day);
  const total = Math.max(1, daysBetween(first.day, end) + 2);
  const x = (iso: string) => left + ((width - left - 20) * daysBetween(first.day, iso)) / total;
  const y = (risk: number) => bottom - (bottom - top) * risk;
  const path = curve.map((c, i) => `${i === 0 ? 'M' : 'L'}${x(c.day).toFixed(1)} ${y(c.risk).toFixed(1)}`).join('');
  const text = { fontFamily: condensed, fontSize: 15, fill: p.text.primary };
  const weeks = [];
  for (let d = dayjs(first.day).startOf('week').add(8, 'day'); d.isBefore(end); d = d.add(14, 'day'))
    weeks.push(d.format('YYYY-MM-DD'));
  const risks = open.map((w) => `${w.crop === 'tomato' ? 'Tomatoes' : 'Peppers'} ${day(w.opens)}`).join(', ');

  return (
    <Box
      component="svg"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Freeze risk falls from ${day(first.day)} to ${day(last.day)}. Windows: ${risks}.`}
      sx={{ width: '100%', display: 'block' }}
    >
      {[0, 0.25, 0.5, 0.75, 1].map((r) => (
        <g key={r}>
          <line x1={left} x2={width - 20} y1={y(r)} y2={y(r)} stroke={p.divider} />
          <text x={left - 6} y={y(r) + 5} textAnchor="end" {...text} fill={p.text.secondary}>
            {r * 100}%
          </text>
        </g>
      ))}
      <path d={`${path}L${x(last.day)} ${bottom}L${x(first.day)} ${bottom}Z`} fill={p.cold.main} opacity="0.28" />
      <path d={path} fill="none" stroke={p.cold.main} strokeWidth="3" />
      {weeks.map((w) => (
        <text key={w} x={x(w)} y={height - 10} textAnchor="middle" {...text} fill={p.text.secondary}>
          {dayjs(w).format('D MMM')}
        </text>
      ))}
      {x(today) >= left && x(today) < width - 20 && (
        <line x1={x(today)} x2={x(today)} y1={top} y2={bottom} stroke={p.label.main} strokeWidth="3" />
      )}
      {open.map((w, i) => {
        const risk = curve.find((c) => c.day === w.opens)?.risk ?? 0;
        return (
          <g key={w.crop}>
            <line x1={x(w.opens)} x2={x(w.opens)} y1={top + 24 + i * 44} y2={bottom} stroke={p[w.crop].main} strokeWidth="2" />
            {w.crop === 'tomato' ? (
              <circle cx={x(w.opens)} cy={y(risk)} r="7" fill={p.tomato.main} />
            ) : (
              <path d={`M${x(w.opens) - 7} ${y(risk) - 8}h14L${x(w.opens)} ${y(risk) + 8}Z`} fill={p.pepper.main} />
            )}
            {risk >= 0.01 && (
              <text x={x(w.opens) + 12} y={y(risk) - 4} {...text}>
                {Math.round(risk * 100)}%
              </text>
            )}
            <text
              x={x(w.opens)}
              y={top + 18 + i * 44}
              textAnchor={x(w.opens) > width - 130 ? 'end' : 'middle'}
              {...text}
              fontWeight="600"
            >
              {w.crop === 'tomato' ? 'Tomatoes' : 'Peppers'} {day(w.opens)}
            </text>
          </g>
        );
      })}
    </Box>
  );
}

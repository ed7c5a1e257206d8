import Box from '@mui/material/Box';
import { condensed } from '../app/theme';
import type { Schemas } from '../api/client';
import { day, daysBetween } from '../ui/dates';
import { TableBehind } from '../ui/TableBehind';
import { many, temperature, type UnitSystem } from '../ui/units';
import { useWidth } from '../ui/useWidth';

interface Props {
  course: Schemas['CourseAnswer'];
  sownOn: string;
  today: string;
  units: UnitSystem;
}

const height = 190;
const foot = 42;
const side = 34;

/** Three or so round numbers up to the top. */
function ticks(top: number): number[] {
  const rough = top / 3;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = Math.max(1, power * ([1, 2, 5, 10].find((n) => n * power >= rough) ?? 10));
  return Array.from({ length: Math.floor(top / step) + 1 }, (_, i) => i * step);
}

/** From frost to warmth, on the temperature's own scale. */
const warmth = (celsius: number) =>
  `color-mix(in oklab, var(--mui-palette-cold-main) ${Math.round(Math.max(0, Math.min(100, ((29 - celsius) / 19) * 100)))}%, var(--mui-palette-warm-main))`;

/** What has come up against what should have, by the warmth that was there. */
export function EmergencePicture({ course, sownOn, today, units }: Props) {
  const [box, width] = useWidth(420);
  const days = course.days;
  if (days.length === 0) return null;
  const lastDay = days.at(-1)?.day ?? today;
  const span = Math.max(1, daysBetween(sownOn, lastDay));
  const top = Math.max(1, ...days.map((d) => d.expected), ...course.counts.map((c) => c.total)) * 1.12;
  const x = (iso: string) => side + (daysBetween(sownOn, iso) / span) * (width - side - 10);
  const y = (n: number) => height - foot - (n / top) * (height - foot - 22);
  const line = days.map((d) => `${x(d.day)},${y(d.expected)}`).join('L');
  const marks = ticks(top);
  const step = (width - side - 10) / span;
  return (
    <Box ref={box} sx={{ maxWidth: 560 }}>
      <Box
        component="svg"
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`${course.text} Counted: ${course.counts.map((c) => `${c.total} on ${day(c.day)}`).join(', ') || 'nothing yet'}.`}
        sx={{ width: '100%', display: 'block', fontFamily: condensed, fontSize: 13, fill: 'var(--mui-palette-text-secondary)' }}
      >
        {marks.map((m) => (
          <g key={m}>
            <line x1={side} x2={width - 10} y1={y(m)} y2={y(m)} stroke="var(--mui-palette-divider)" />
            <text x={side - 6} y={y(m) + 4} textAnchor="end">
              {many(m)}
            </text>
          </g>
        ))}
        <path d={`M${x(sownOn)},${y(0)}L${line}L${x(lastDay)},${y(0)}Z`} fill="var(--mui-palette-stem-main)" opacity={0.22} />
        <path d={`M${x(sownOn)},${y(0)}L${line}`} fill="none" stroke="var(--mui-palette-stem-main)" strokeWidth={2} />
        {course.lateAfter && daysBetween(course.lateAfter, lastDay) >= 0 && (
          <g>
            <line
              x1={x(course.lateAfter)}
              x2={x(course.lateAfter)}
              y1={16}
              y2={y(0)}
              stroke="var(--mui-palette-text-secondary)"
              strokeDasharray="4 4"
            />
            <text x={Math.min(x(course.lateAfter) + 4, width - 26)} y={y(0) - 6}>
              late
            </text>
          </g>
        )}
        <line x1={x(today)} x2={x(today)} y1={16} y2={y(0)} stroke="var(--mui-palette-text-primary)" strokeWidth={2} />
        <text
          x={Math.min(Math.max(x(today), side + 20), width - 30)}
          y={12}
          textAnchor="middle"
          fontWeight={600}
          style={{ fill: 'var(--mui-palette-text-primary)' }}
        >
          today
        </text>
        {course.counts.length > 1 && (
          <path
            d={`M${course.counts.map((c) => `${x(c.day)},${y(c.total)}`).join('L')}`}
            fill="none"
            stroke="var(--mui-palette-text-primary)"
            strokeWidth={2}
          />
        )}
        {course.counts.map((c) => (
          <circle
            key={`${c.day}${c.total}`}
            cx={x(c.day)}
            cy={y(c.total)}
            r={5}
            fill="var(--mui-palette-text-primary)"
            stroke="var(--mui-palette-background-paper)"
            strokeWidth={1.5}
          />
        ))}
        {days.map((d) => (
          <rect
            key={d.day}
            x={x(d.day) - step}
            y={height - foot + 6}
            width={Math.max(1, step - 1)}
            height={d.read ? 12 : 5}
            fill={warmth(d.soilC)}
          />
        ))}
        <text x={side} y={height - 4}>
          {day(sownOn).slice(4)}
        </text>
        <text x={width - 10} y={height - 4} textAnchor="end">
          {day(lastDay).slice(4)}
        </text>
        <text x={width / 2} y={height - 4} textAnchor="middle">
          warmth at the seed, high where read
        </text>
      </Box>
      <TableBehind
        head={['Day', 'Expected up', 'Counted', `At the seed, ${temperature.unit(units)}`]}
        rows={days.map((d) => [
          day(d.day),
          many(Math.round(d.expected)),
          course.counts.filter((c) => c.day === d.day).at(-1)?.total ?? '',
          `${temperature.shown(d.soilC, units)}${d.read ? '' : ' (set)'}`,
        ])}
      />
    </Box>
  );
}

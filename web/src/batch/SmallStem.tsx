import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import type { Schemas } from '../api/client';
import { daysBetween } from '../ui/dates';

/** Where a day lies across the 500 units of a row. */
export const atDay = (range: { from: string; to: string }) => {
  const total = Math.max(1, daysBetween(range.from, range.to));
  return (iso: string) => 8 + (484 * daysBetween(range.from, iso)) / total;
};

/** A batch's steps on a line that it shares with all others: one column is one day in every row. */
export function SmallStem({
  steps,
  range,
  today,
}: {
  steps: Schemas['StepDayAnswer'][];
  range: { from: string; to: string };
  today: string;
}) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const x = atDay(range);
  const shown = steps.filter((s) => s.step.kind !== 'ripe');
  const [first, last] = [shown[0], shown.at(-1)];
  if (!first || !last) return null;
  return (
    <Box component="svg" viewBox="0 0 500 26" sx={{ width: '100%', display: 'block' }} aria-hidden>
      <line x1={x(today)} x2={x(today)} y1="0" y2="26" stroke={p.label.main} strokeWidth="3" />
      <line x1={x(first.mid)} x2={x(last.mid)} y1="13" y2="13" stroke={p.stem.main} strokeWidth="3" />
      {shown.map((s) => (
        <g key={s.step.id}>
          {!s.doneOn && (
            <path
              d={`M${x(s.low)} 13Q${x(s.mid)} 0 ${x(s.high)} 13Q${x(s.mid)} 26 ${x(s.low)} 13Z`}
              fill={p.stem.main}
              opacity="0.3"
            />
          )}
          {s.lockedOn && !s.doneOn ? (
            <rect
              x={x(s.mid) - 5}
              y="8"
              width="10"
              height="10"
              fill={p.background.default}
              stroke={p.text.primary}
              strokeWidth="2"
            />
          ) : (
            <circle
              cx={x(s.mid)}
              cy="13"
              r="5"
              fill={s.doneOn && !s.skipped ? p.text.primary : p.background.default}
              stroke={p.text.primary}
              strokeWidth="2"
              strokeDasharray={s.skipped ? '2 2' : undefined}
            />
          )}
        </g>
      ))}
    </Box>
  );
}

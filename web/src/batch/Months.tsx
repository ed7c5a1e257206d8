import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { condensed } from '../app/theme';
import { day, monthsBetween } from '../ui/dates';
import { atDay } from './SmallStem';

/** The columns of the list: name, count, stem, what is next. */
export const columns = '270px 130px minmax(0, 1fr) 200px';

/** Months and today over the stems: every row has the same days in the same columns. */
export function Months({ range, today }: { range: { from: string; to: string }; today: string }) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const x = atDay(range);
  const inside = today >= range.from && today <= range.to;
  return (
    <Box
      aria-hidden
      sx={{
        display: { xs: 'none', md: 'grid' },
        gridTemplateColumns: columns,
        columnGap: 2,
        position: 'sticky',
        top: 0,
        zIndex: 2,
        bgcolor: 'background.default',
        pb: 0.5,
      }}
    >
      <Box component="svg" viewBox="0 0 500 34" sx={{ gridColumn: 3, width: '100%', display: 'block', overflow: 'visible' }}>
        {monthsBetween(range.from, range.to).map((m) => (
          <g key={m.iso}>
            <line x1={x(m.iso)} x2={x(m.iso)} y1="18" y2="34" stroke={p.divider} strokeWidth="1.5" />
            <text x={x(m.iso) + 4} y="31" fontSize="13" fontFamily={condensed} fill={p.text.secondary}>
              {m.label}
            </text>
          </g>
        ))}
        {inside && (
          <g>
            <rect x={x(today) - 38} y="0" width="76" height="17" rx="2" fill={p.label.main} stroke={p.label.ink} />
            <text
              x={x(today)}
              y="13"
              fontSize="12.5"
              fontWeight="600"
              fontFamily={condensed}
              textAnchor="middle"
              fill={p.label.ink}
            >
              {day(today)}
            </text>
          </g>
        )}
      </Box>
    </Box>
  );
}

import Box from '@mui/material/Box';
import { Pick } from './Pick';

/** How sure a day in the past is: that day, or some days before or after. */
export function About({ value, onChange }: { value: number | null; onChange: (about: number | null) => void }) {
  return (
    <Box role="group" aria-label="How sure the day is" sx={{ display: 'flex', gap: 1, gridColumn: '1 / -1', flexWrap: 'wrap' }}>
      {(
        [
          ['That day', null],
          ['About, ± 3 days', 3],
          ['About, ± 10 days', 10],
        ] as const
      ).map(([label, about]) => (
        <Pick key={label} chosen={value === about} onClick={() => onChange(about)}>
          {label}
        </Pick>
      ))}
    </Box>
  );
}

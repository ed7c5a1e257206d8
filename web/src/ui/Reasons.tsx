import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';

/** Why, in sentences; the house rule and the source small behind each. */
export function Reasons({ why, spread = [] }: { why: Schemas['Why'][]; spread?: Schemas['SpreadAnswer'][] }) {
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5, maxWidth: '70ch' }}>
      {why.map((w) => (
        <Typography component="li" key={w.text} variant="body2" sx={{ mb: 0.25 }}>
          {w.text}
          {w.formula && (
            <Typography component="span" sx={{ display: 'block', color: 'text.secondary', fontSize: '0.95rem' }}>
              {w.formula}
            </Typography>
          )}
          {(w.rule ?? w.source) && (
            <Typography component="span" variant="body2" color="textSecondary">
              {' '}
              {[w.rule && `House rule: ${w.rule}`, w.source].filter(Boolean).join(' · ')}
            </Typography>
          )}
        </Typography>
      ))}
      {spread.length > 0 && (
        <Typography component="li" variant="body2">
          How sure: {spread.map((s) => `${s.source} ±${s.days} d`).join(', ')}.
        </Typography>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useId, useState } from 'react';
import type { Schemas } from '../api/client';

/** Why, in sentences; behind each, one tap away, how it was reckoned, the house rule and where the figure comes from. */
export function Reasons({ why, spread = [] }: { why: Schemas['Why'][]; spread?: Schemas['SpreadAnswer'][] }) {
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5, maxWidth: '70ch' }}>
      {why.map((w) => (
        <Reason key={w.text} why={w} />
      ))}
      {spread.length > 0 && (
        <Typography component="li" variant="body2">
          How sure: {spread.map((s) => `${s.source} ±${s.days} d`).join(', ')}.
        </Typography>
      )}
    </Box>
  );
}

function Reason({ why }: { why: Schemas['Why'] }) {
  const [open, setOpen] = useState(false);
  const id = useId();
  const mark = why.mark ?? (why.rule ? 'house rule' : 'your own');
  const behind = [why.formula, why.rule && `House rule: ${why.rule}.`, why.source].filter(Boolean);
  return (
    <Typography component="li" variant="body2" sx={{ mb: 0.25 }}>
      {why.text}{' '}
      {behind.length > 0 && (
        <ButtonBase
          aria-expanded={open}
          aria-controls={open ? id : undefined}
          aria-label={`${mark}: how “${why.text}” is reckoned`}
          onClick={() => setOpen(!open)}
          sx={{
            color: 'text.secondary',
            textDecoration: 'underline',
            textUnderlineOffset: '0.2em',
            font: 'inherit',
            py: 0.5,
            px: 0.25,
          }}
        >
          {mark}
        </ButtonBase>
      )}
      {open && (
        <Box
          id={id}
          component="span"
          sx={{ display: 'block', color: 'text.secondary', pl: 1.5, borderLeft: 2, borderColor: 'divider' }}
        >
          {behind.map((line) => (
            <Box component="span" key={line} sx={{ display: 'block' }}>
              {line}
            </Box>
          ))}
        </Box>
      )}
    </Typography>
  );
}

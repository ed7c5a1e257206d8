import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { day, daysBetween, span } from '../dates';
import { useUnits } from '../../data/nursery';
import { Reasons } from '../Reasons';
import { many, volume } from '../units';
import { danger } from './model';

type Step = Schemas['StepAnswer'];

/** The steps as a list: day first, then what, where, and the reason when opened. */
export function StepList({ steps, actions }: { steps: Step[]; actions?: (step: Step) => ReactNode }) {
  return (
    <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
      {steps.map((step) => (
        <Row key={step.step.id} step={step} actions={actions?.(step)} />
      ))}
    </Box>
  );
}

/** Where they stand after it, and in what: so many, where they have to be filled. */
function where(step: Step): string {
  if (!step.container) return step.place;
  return `${step.place}, ${step.containers > 0 && step.step.kind !== 'begin' ? `${step.containers} × ` : ''}${step.container}`;
}

function Row({ step, actions }: { step: Step; actions?: ReactNode }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const done = step.doneOn !== null;
  const off = step.doneOn ? daysBetween(step.due, step.doneOn) : 0;
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 0.75 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr auto', sm: '7.5rem 9.5rem 1fr auto' },
          columnGap: 2,
          alignItems: 'center',
        }}
      >
        <Typography sx={{ fontWeight: 600, fontSize: '1.06rem', opacity: done ? 0.85 : 1 }}>
          {done && step.low !== step.high ? `about ${day(step.mid)}` : day(step.mid)}
        </Typography>
        <Typography sx={{ gridRow: { xs: 2, sm: 1 }, gridColumn: { xs: 1, sm: 2 } }}>
          {step.step.title}
          <Typography component="span" variant="body2" color="textSecondary" sx={{ display: 'block' }}>
            {done
              ? step.skipped
                ? 'skipped'
                : off === 0
                  ? step.step.title === 'Standing'
                    ? 'from here on'
                    : 'done as planned'
                  : `done, ${Math.abs(off)} d ${off > 0 ? 'later' : 'earlier'}`
              : step.progress
                ? `${step.progress} so far`
                : step.lockedOn
                  ? 'you fixed this day'
                  : step.low === step.high
                    ? ' '
                    : span(step.low, step.high)}
          </Typography>
        </Typography>
        <Typography color="textSecondary" sx={{ display: { xs: 'none', sm: 'block' }, minWidth: 0 }}>
          {step.step.kind === 'ripe' ? '' : where(step)}
          {step.mixLitres > 0 && ` · ${many(volume.shown(step.mixLitres, units))} ${volume.unit(units)} mix`}
        </Typography>
        <Box sx={{ gridRow: { xs: '1 / 3', sm: 1 }, gridColumn: { xs: 2, sm: 4 }, display: 'flex', alignItems: 'center' }}>
          {actions}
          <Button variant="text" onClick={() => setOpen(!open)} aria-expanded={open} sx={{ px: 1, minWidth: 44 }}>
            Why
          </Button>
        </Box>
      </Box>
      {step.conflict && (
        <Typography color={danger(step) ? 'error' : 'textPrimary'} sx={{ mt: 0.25, fontWeight: 600 }}>
          {step.conflict}
        </Typography>
      )}
      {step.putOffTo && !done && step.putOffReason && (
        <Typography variant="body2" color="textSecondary">
          Put off: {step.putOffReason}
        </Typography>
      )}
      {open && (
        <Box sx={{ pt: 0.5, pb: 0.5 }}>
          <Reasons why={step.why} spread={step.spread} />
        </Box>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Fragment, useState, type ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { day, daysBetween, span } from '../dates';
import { useUnits } from '../../data/nursery';
import { Reasons } from '../Reasons';
import { volume } from '../units';
import { danger } from './model';

type Step = Schemas['StepAnswer'];

/** What the plan goes by: the window, or the sale. */
export const gateOf = (window: { opens: string }, sale: string | null) =>
  sale ? { day: sale, name: 'sale' } : { day: window.opens, name: 'window opens' };

interface Props {
  steps: Step[];
  today: string;
  /** The day the window opens, or of the sale: it stands on the stem. */
  gate: { day: string; name: string };
  actions?: (step: Step) => ReactNode;
}

/**
 * The steps as a list: day first, then what, where, and the reason when opened. On a phone it is the stem itself, upright: filled is
 * done, hollow is planned, square is fixed; today and the window stand where they fall.
 */
export function StepList({ steps, today, gate, actions }: Props) {
  const signs = [{ day: today, name: 'today' }, gate];
  // A sign stands before the first step after its day; what is done today lies behind.
  const before = (at: string, i: number) => steps.findIndex((s) => s.mid > at || (s.mid === at && s.doneOn === null)) === i;
  const behind = signs.filter((sign) => steps.every((_, i) => !before(sign.day, i)));
  return (
    <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: { xs: 0, sm: 1 }, borderColor: { sm: 'divider' } }}>
      {steps.map((step, i) => (
        <Fragment key={step.step.id}>
          {signs
            .filter((sign) => before(sign.day, i))
            .sort((a, b) => a.day.localeCompare(b.day))
            .map((sign) => (
              <Sign key={sign.name} {...sign} today={sign.name === 'today'} />
            ))}
          <Row step={step} actions={actions?.(step)} first={i === 0} last={i === steps.length - 1 && behind.length === 0} />
        </Fragment>
      ))}
      {behind.map((sign) => (
        <Sign key={sign.name} {...sign} today={sign.name === 'today'} last />
      ))}
    </Box>
  );
}

/** The stem beside a row, from edge to edge, or from or to its middle. */
const stem = (from: string, to: string) => ({
  content: '""',
  position: 'absolute',
  left: 9,
  width: 4,
  top: from,
  bottom: to,
  bgcolor: 'stem.main',
});

/** A day on the stem that is no step: today, the window. */
function Sign({ day: on, name, today, last = false }: { day: string; name: string; today: boolean; last?: boolean }) {
  return (
    <Box
      component="li"
      sx={{
        display: { xs: 'flex', sm: 'none' },
        alignItems: 'center',
        position: 'relative',
        minHeight: 34,
        pl: 4,
        '&::before': stem('0', last ? '50%' : '0'),
      }}
    >
      <Box
        component="span"
        sx={
          today
            ? { bgcolor: 'label.main', color: 'label.ink', fontWeight: 600, px: 1, borderRadius: 0.5, ml: -4, zIndex: 1 }
            : { color: 'text.secondary' }
        }
      >
        {name} {day(on)}
      </Box>
    </Box>
  );
}

/** Where they stand after it, and in what: so many, where they have to be filled. */
function where(step: Step): string {
  if (!step.container) return step.place;
  return `${step.place}, ${step.containers > 0 && step.step.kind !== 'begin' ? `${step.containers} × ` : ''}${step.container}`;
}

function Row({ step, actions, first, last }: { step: Step; actions?: ReactNode; first: boolean; last: boolean }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const done = step.doneOn !== null;
  const off = step.doneOn ? daysBetween(step.due, step.doneOn) : 0;
  return (
    <Box
      component="li"
      sx={{
        position: 'relative',
        py: { xs: 0.25, sm: 0.75 },
        pl: { xs: 4, sm: 0 },
        borderBottom: { sm: 1 },
        borderColor: { sm: 'divider' },
        '&::before': { ...stem(first ? '22px' : '0', last ? 'calc(100% - 22px)' : '0'), display: { sm: 'none' } },
        '&::after': {
          content: '""',
          display: { sm: 'none' },
          position: 'absolute',
          left: 2,
          top: 14,
          width: 18,
          height: 18,
          boxSizing: 'border-box',
          border: 3,
          borderColor: danger(step) ? 'error.main' : 'text.primary',
          borderRadius: step.lockedOn && !done ? 0 : '50%',
          bgcolor: done ? 'text.primary' : 'background.paper',
        },
      }}
    >
      <Box
        sx={{
          display: 'grid',
          minHeight: 44,
          gridTemplateColumns: { xs: '6.1rem 1fr auto', sm: '7.5rem 9.5rem 1fr auto' },
          columnGap: 2,
          alignItems: 'center',
        }}
      >
        <Typography sx={{ fontWeight: 600, fontSize: '1.06rem', opacity: done ? 0.85 : 1 }}>
          {done && step.low !== step.high ? `about ${day(step.mid)}` : day(step.mid)}
        </Typography>
        <Typography component="div" sx={{ lineHeight: { xs: 1.25, sm: 1.5 }, minWidth: 0 }}>
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
          {step.mixLitres > 0 && ` · ${volume.said(step.mixLitres, units)} mix`}
        </Typography>
        <Box sx={{ display: 'flex', alignItems: 'center' }}>
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

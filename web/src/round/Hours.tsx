import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import type { Schemas } from '../api/client';
import { useMay } from '../data/session';
import { roughly } from '../ui/dates';

const AskHours = lazy(async () => ({ default: (await import('./AskHours')).AskHours }));

/** More work than this is more than a morning, minutes: then it is asked how many hours there are. */
const long = 240;

/** The morning's work against the hours there are for it. */
export function Hours({ round }: { round: Schemas['RoundAnswer'] }) {
  const plans = useMay('grower');
  const [asking, setAsking] = useState(false);
  const { handsHours, minutes, fitsMinutes } = round;
  if (handsHours === null && (minutes < long || !plans)) return null;
  const over = minutes - fitsMinutes;
  return (
    <Box className="no-print" sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        {handsHours !== null && (
          <Typography>
            {over > 0
              ? `${roughly(handsHours * 60)} today: about ${roughly(over)} waits for tomorrow.`
              : `${roughly(handsHours * 60)} today: all of it fits.`}
          </Typography>
        )}
        {plans && (
          <Button variant="text" onClick={() => setAsking(!asking)} aria-expanded={asking} sx={{ px: 0.5 }}>
            {handsHours === null ? 'How many hours are there?' : 'Change'}
          </Button>
        )}
      </Box>
      <Suspense fallback={null}>{asking && <AskHours hours={handsHours} onClose={() => setAsking(false)} />}</Suspense>
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useEffect, useState } from 'react';
import type { Schemas } from '../api/client';
import { useMay } from '../data/session';
import { clock, roughly } from '../ui/dates';

const AskHours = lazy(async () => ({ default: (await import('./AskHours')).AskHours }));

/** More work than this is more than a morning, minutes: then it is asked how many hours there are. */
const long = 240;

/** The time, to the minute. */
function useNow(): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), 60_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** When one pair of hands has it done; of a day that is longer than a day, nothing. */
function Until({ minutes, now }: { minutes: number; now: Date }) {
  const end = new Date(now.getTime() + minutes * 60_000);
  if (minutes === 0 || end.getDate() !== now.getDate()) return null;
  return <Typography color="textSecondary">One pair of hands has it done by {clock(end.toISOString())}.</Typography>;
}

/** The morning's work against the hours there are for it. */
export function Hours({ round }: { round: Schemas['RoundAnswer'] }) {
  const plans = useMay('grower');
  const [asking, setAsking] = useState(false);
  const { handsHours, minutes, fitsMinutes } = round;
  const now = useNow();
  if (handsHours === null && (minutes < long || !plans)) return <Until minutes={minutes} now={now} />;
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
        <Until minutes={fitsMinutes > 0 ? fitsMinutes : minutes} now={now} />
        {plans && (
          <Button variant="text" onClick={() => setAsking(!asking)} aria-expanded={asking} sx={{ px: 0.5 }}>
            {handsHours === null ? 'How many hours are there?' : 'Change'}
          </Button>
        )}
      </Box>
      <Suspense fallback={null}>
        {asking && <AskHours hours={handsHours} pace={round.pace} onClose={() => setAsking(false)} />}
      </Suspense>
    </Box>
  );
}

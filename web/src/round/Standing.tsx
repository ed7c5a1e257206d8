import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import type { Schemas } from '../api/client';
import { counted, many } from '../ui/units';

const Carry = lazy(async () => ({ default: (await import('./Carry')).Carry }));
const Thermometer = lazy(async () => ({ default: (await import('./Thermometer')).Thermometer }));

type Stands = Schemas['StandingAnswer'];

/** What stands where; all of a place is carried in one go. */
export function Standing({ standing, today }: { standing: Stands[]; today: string }) {
  const [carrying, setCarrying] = useState<Stands | null>(null);
  const [reading, setReading] = useState<Stands | null>(null);
  if (standing.length === 0) return null;
  return (
    <Box component="section" className="no-print" sx={{ mb: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Where they stand
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {standing.map((s) => (
          <Box
            component="li"
            key={s.placeId}
            sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 48, borderBottom: 1, borderColor: 'divider' }}
          >
            <Box sx={{ flex: 1, minWidth: 0 }}>
              {s.place}
              <Typography variant="body2" color="textSecondary">
                {s.seedlings > 0 ? counted(s.seedlings, 'plant') : `${many(s.containers)} sown`}
                {s.water && (
                  <Box component="span" sx={{ display: 'block', color: 'text.primary' }}>
                    {s.water}
                  </Box>
                )}
              </Typography>
            </Box>
            <Button variant="text" onClick={() => setReading(s)} aria-label={`Thermometer in ${s.place}`}>
              Read
            </Button>
            <Button variant="text" onClick={() => setCarrying(s)} aria-label={`Carry all of ${s.place}`}>
              Carry
            </Button>
          </Box>
        ))}
      </Box>
      <Suspense fallback={null}>
        {reading && <Thermometer place={{ id: reading.placeId, name: reading.place }} onClose={() => setReading(null)} />}
        {carrying && <Carry from={carrying} today={today} onClose={() => setCarrying(null)} />}
      </Suspense>
    </Box>
  );
}

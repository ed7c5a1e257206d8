import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import type { Schemas } from '../api/client';
import { useNight, useWholeNight } from '../data/useNight';

const WhereTo = lazy(async () => ({ default: (await import('./WhereTo')).WhereTo }));

type Place = Schemas['NightPlaceAnswer'];

const said: Record<Schemas['NightDid'], string> = {
  covered: 'Covered',
  'brought-in': 'Brought in',
  'left-out': 'Left out, by your own word',
  open: '',
};

/** Ink in both themes: it is about the night. */
const band = {
  bgcolor: '#15211c',
  color: '#f1f5f3',
  border: 1,
  borderColor: 'divider',
  // Paper is white whatever the ground is.
  '@media print': { bgcolor: 'transparent', color: '#000' },
} as const;

interface Props {
  tonight: Schemas['TonightAnswer'];
  today: string;
  /** In the morning tonight is a line, that opens. */
  folded?: boolean;
}

/** Who is out tonight and cannot be left as they are. For every role. */
export function Tonight({ tonight, today, folded = false }: Props) {
  const [shown, setShown] = useState(false);
  const act = tonight.places.filter((p) => p.call === 'act' || p.call === 'bring-in');
  const slow = tonight.places.filter((p) => p.call === 'slow');
  const open = act.filter((p) => p.done === 'open');
  const whole = useWholeNight(today);
  return (
    <>
      {act.length > 0 && tonight.title && (
        <Box component="section" aria-label="Tonight" sx={{ ...band, borderRadius: 1, px: 2, py: 1.5, mb: 2 }}>
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
            <Typography variant="h2" component="h2" sx={{ color: 'inherit', flex: 1 }}>
              {tonight.title}
            </Typography>
            {folded && (
              <Button
                className="no-print"
                variant="text"
                aria-expanded={shown}
                onClick={() => setShown(!shown)}
                sx={{ color: 'inherit', minHeight: 48 }}
              >
                {shown ? 'Fold' : 'Show'}
              </Button>
            )}
          </Box>
          <Box sx={{ display: folded && !shown ? 'none' : 'block', '@media print': { display: 'block' } }}>
            {act.map((p) => (
              <Out key={p.placeId} place={p} today={today} several={act.length > 1} />
            ))}
            {open.length > 1 && (
              <Button
                className="no-print"
                variant="contained"
                loading={whole.isPending}
                onClick={() => whole.mutate(open)}
                sx={{ minHeight: 48, mt: 1 }}
              >
                {wholeNight(open)}
              </Button>
            )}
            {whole.error && (
              <Typography role="alert" sx={{ color: '#ff9d94', mt: 0.5 }}>
                {whole.error.message}
              </Typography>
            )}
            <Typography sx={{ opacity: 0.8, fontSize: '0.95rem', mt: 0.5 }}>
              {tonight.note ? `${tonight.note} ` : ''}The hour is sunrise, a guess. Hollows and clear still nights go lower.
              {tonight.back ? ` ${tonight.back}` : ''}
            </Typography>
          </Box>
        </Box>
      )}
      {slow.map((p) => (
        <Typography key={p.placeId} color="textSecondary" sx={{ mb: 1 }}>
          Tonight at {p.place}: {p.text}
        </Typography>
      ))}
    </>
  );
}

/** What one tap says of all of them. */
function wholeNight(open: Place[]): string {
  const carried = open.filter((p) => p.pots && p.shelter).length;
  return carried === open.length ? 'All carried in' : carried === 0 ? 'All covered' : 'All pots carried in, the rest covered';
}

function Out({ place, today, several }: { place: Place; today: string; several: boolean }) {
  const [carrying, setCarrying] = useState(false);
  const [all, setAll] = useState(false);
  const night = useNight(place, today);
  const done = place.done === 'open' ? null : place.done;
  const wrong = night.error?.message;
  return (
    <Box sx={{ py: 0.75, borderTop: several ? '1px solid rgba(241,245,243,0.25)' : 0 }}>
      <Typography sx={{ fontSize: '1.05rem' }}>
        {several && <b>{place.place}: </b>}
        {place.text}
        {place.more.length > 0 && (
          <Button
            className="no-print"
            variant="text"
            aria-expanded={all}
            sx={{ color: 'inherit', minHeight: 44 }}
            onClick={() => setAll(!all)}
          >
            {all ? 'Fewer' : 'All of them'}
          </Button>
        )}
      </Typography>
      {place.more.length > 0 && (
        <Typography sx={{ display: all ? 'block' : 'none', '@media print': { display: 'block' } }}>
          {place.more.join(', ')}
        </Typography>
      )}
      {done ? (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, minHeight: 48 }}>
          <Typography sx={{ fontWeight: 600 }}>
            {said[done]}
            {place.by ? `, ${place.by}` : ''}
          </Typography>
          <Button className="no-print" variant="text" sx={{ color: 'inherit' }} onClick={() => night.mutate({ did: 'open' })}>
            Not so
          </Button>
        </Box>
      ) : (
        <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.75 }}>
          {place.pots && (
            <Button
              variant="contained"
              sx={{ minHeight: 48 }}
              onClick={() => (place.shelter ? night.mutate({ did: 'brought-in', to: place.shelter.placeId }) : setCarrying(true))}
            >
              {place.shelter ? `Carried into ${place.shelter.place}` : 'Carried in'}
            </Button>
          )}
          <Button
            variant={place.pots ? 'outlined' : 'contained'}
            sx={{ minHeight: 48, ...(place.pots && { color: 'inherit', borderColor: 'inherit' }) }}
            onClick={() => night.mutate({ did: 'covered' })}
          >
            Covered
          </Button>
          {place.shelter && (
            <Button variant="text" sx={{ minHeight: 48, color: 'inherit' }} onClick={() => setCarrying(true)}>
              Elsewhere
            </Button>
          )}
          <Button variant="text" sx={{ minHeight: 48, color: 'inherit' }} onClick={() => night.mutate({ did: 'left-out' })}>
            Left out: my call
          </Button>
        </Box>
      )}
      {wrong && (
        <Typography role="alert" sx={{ color: '#ff9d94', mt: 0.5 }}>
          {wrong}
        </Typography>
      )}
      <Suspense fallback={null}>
        {carrying && <WhereTo place={place} today={today} onClose={() => setCarrying(false)} />}
      </Suspense>
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { useOpened } from '../data/useMorning';
import { useNightBehind, useOutAgain } from '../data/useNight';
import { useAddReading } from '../data/useReadings';
import { NumberField } from '../ui/Field';
import { clock } from '../ui/dates';
import { Wrong } from '../ui/Wrong';
import { number, temperature } from '../ui/units';

type Answer = Schemas['MorningAnswer'];

interface Props {
  morning: Answer;
  today: string;
  /** In the evening only what nobody answered is left of it; the rest opens. */
  folded?: boolean;
}

/** The night behind: who goes out again, how they stood it, what is to be opened by when. For every role. */
export function Morning({ morning, today, folded = false }: Props) {
  const [shown, setShown] = useState(false);
  const whole = !folded || shown;
  const { title, places, read, airing } = morning;
  const out = morning.in;
  const more = read.length > 0 || airing.length > 0;
  if (out.length === 0 && places.length === 0 && !more) return null;
  return (
    <Box
      component="section"
      aria-label="This morning"
      sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1, px: 2, py: 1, mb: 2 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, minHeight: 40 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {whole || places.length > 0 ? (title ?? 'This morning') : 'This morning'}
        </Typography>
        {folded && more && (
          <Button
            className="no-print"
            variant="text"
            aria-expanded={shown}
            onClick={() => setShown(!shown)}
            sx={{ minHeight: 48 }}
          >
            {shown ? 'Fold' : 'Show'}
          </Button>
        )}
      </Box>
      {out.map((n) => (
        <OutAgain key={n.night} night={n} today={today} />
      ))}
      {places.map((p) => (
        <Behind key={p.placeId} place={p} today={today} />
      ))}
      {whole && read.map((r) => <ReadLow key={r.placeId} place={r} today={today} several={read.length > 1} />)}
      {whole && <Airing places={airing} opened={morning.opened} />}
    </Box>
  );
}

const row = { display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5, py: 0.5 } as const;

function OutAgain({ night, today }: { night: Schemas['InForNightAnswer']; today: string }) {
  const out = useOutAgain(night, today);
  return (
    <Box sx={row}>
      <Typography sx={{ flex: '1 1 200px' }}>Brought in for the night from {night.place}.</Typography>
      <Button
        className="no-print"
        variant="contained"
        sx={{ minHeight: 48 }}
        loading={out.isPending}
        onClick={() => out.mutate()}
      >
        Out again
      </Button>
      {out.error && <Wrong>{out.error.message}</Wrong>}
    </Box>
  );
}

/** A night that was too cold for what stood in it, or froze: what was done is said late, and the plants are looked at. */
function Behind({ place: p, today }: { place: Schemas['NightBehindAnswer']; today: string }) {
  const nursery = useNursery();
  const said = useNightBehind(p.placeId, today);
  const answers: [string, Parameters<typeof said.mutate>[0]][] = [
    ['Covered', { did: 'covered' }],
    ...(p.shelter
      ? [
          [`In ${p.shelter.place}`, { did: 'brought-in' as const, to: p.shelter.placeId }] as [
            string,
            { did: 'brought-in'; to: string },
          ],
        ]
      : []),
    ['Left out', { did: 'left-out' }],
  ];
  return (
    <Box sx={{ py: 0.5 }}>
      <Typography>
        <b>{p.place}:</b> {p.text}
      </Typography>
      <Box className="no-print" sx={{ ...row, columnGap: 1 }}>
        {p.missed &&
          answers.map(([text, did]) => (
            <Button
              key={text}
              variant="outlined"
              sx={{ minHeight: 48 }}
              loading={said.isPending && said.variables.did === did.did}
              onClick={() => said.mutate(did)}
            >
              {text}
            </Button>
          ))}
        {p.batches.slice(0, 3).map((b) => (
          <Link key={b.batchId} component={To} to={`/n/${nursery}/batches/${b.batchId}`} sx={{ py: 1.25, px: 0.5 }}>
            {b.cultivar} {b.code}
          </Link>
        ))}
      </Box>
      {said.error && <Wrong>{said.error.message}</Wrong>}
    </Box>
  );
}

/** Last night's low as the thermometer there says it. Nothing is typed beforehand: a forecast's own figure is no reading. */
function ReadLow({ place: p, today, several }: { place: Schemas['ToReadAnswer']; today: string; several: boolean }) {
  const units = useUnits();
  const [low, setLow] = useState('');
  const add = useAddReading(p.placeId);
  const name = several ? p.place : 'The thermometer';
  const typed = number(low);
  return (
    <Box
      component="form"
      className="no-print"
      role="group"
      aria-label={`Lowest at ${p.place}`}
      onSubmit={(e) => {
        e.preventDefault();
        if (typed !== null) add.mutate({ day: today, lowC: temperature.typed(typed, units), highC: null });
      }}
      sx={{ ...row, columnGap: 1 }}
    >
      <Typography sx={{ flex: { xs: '1 0 100%', sm: '1 1 150px' } }}>{name} says</Typography>
      <Box sx={{ width: 130 }}>
        <NumberField label="Lowest" unit={temperature.unit(units)} value={low} onChange={setLow} />
      </Box>
      <Button
        type="submit"
        variant="outlined"
        loading={add.isPending}
        disabled={typed === null}
        sx={{ minHeight: 48, minWidth: 96 }}
      >
        Keep
      </Button>
      {add.error && <Wrong>{add.error.message}</Wrong>}
    </Box>
  );
}

/** What is to be opened before the sun is on it, and shaded. */
function Airing({ places, opened }: { places: Schemas['AiringAnswer'][]; opened: Schemas['WalkedRow'] | null }) {
  const { open, back } = useOpened();
  if (places.length === 0) return null;
  return (
    <Box sx={row}>
      <Box sx={{ flex: '1 1 260px' }}>
        {places.map((p) => (
          <Typography key={p.text} sx={opened ? { color: 'text.secondary' } : { fontWeight: 600 }}>
            {p.text}
          </Typography>
        ))}
      </Box>
      {opened ? (
        <Typography className="no-print">
          Opened, {clock(opened.writtenAt)}
          <Button variant="text" aria-label="Undo: opened" loading={back.isPending} onClick={() => back.mutate(opened.id)}>
            Undo
          </Button>
        </Typography>
      ) : (
        <Button
          className="no-print"
          variant="outlined"
          loading={open.isPending}
          onClick={() => open.mutate()}
          sx={{ minHeight: 48, minWidth: 96 }}
        >
          Opened
        </Button>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh, useUnits } from '../data/nursery';
import { useMay } from '../data/session';
import { day, plusDays } from '../ui/dates';
import { Choose, NumberField } from '../ui/Field';

import { useSay } from '../ui/Say';
import { number, speed, temperature } from '../ui/units';
import { Wrong } from '../ui/Wrong';
import { nightName } from './model';

const mostNights = 10;

/** Further ahead no forecast knows the wind. */
const windyDays = 3;

/** Who has no forecast that comes by itself types one: ten nights, or the coldest for all. Beside one that does, a night is foretold colder. */
export function TypeForecast({ today, nights: ahead }: { today: string; nights: Schemas['NightsAnswer'] }) {
  const may = useMay('helper');
  const [open, setOpen] = useState(false);
  if (!may || (!ahead.typed && ahead.known !== 'forecast')) return null;
  if (!open)
    return (
      <Button className="no-print" variant="text" onClick={() => setOpen(true)} sx={{ px: 0 }}>
        {!ahead.typed
          ? 'A colder night is foretold'
          : ahead.known === 'forecast'
            ? 'Type the forecast anew'
            : 'Type the forecast'}
      </Button>
    );
  return ahead.typed ? (
    <Form today={today} onClose={() => setOpen(false)} />
  ) : (
    <Warn today={today} nights={ahead.nights} onClose={() => setOpen(false)} />
  );
}

/** One night of a forecast that comes by itself, as a neighbour has it. */
function Warn({ today, nights, onClose }: { today: string; nights: Schemas['NightAnswer'][]; onClose: () => void }) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const units = useUnits();
  const { say } = useSay();
  const [evening, setEvening] = useState(nights[0]?.evening ?? today);
  const [low, setLow] = useState('');
  const [wrong, setWrong] = useState('');
  const keep = useMutation({
    mutationFn: (lowC: number | null) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/forecast/warning', { params: { path: { nursery } }, body: { evening, lowC } })),
    onSuccess: async (_, lowC) => {
      await refresh();
      say(lowC === null ? 'As the forecast has it.' : 'Kept beside the forecast.');
      onClose();
    },
  });
  const problem = keep.error instanceof Problem ? keep.error : null;
  return (
    <Box
      component="form"
      noValidate
      className="no-print"
      aria-label="A colder night"
      onSubmit={(e) => {
        e.preventDefault();
        const typed = number(low);
        setWrong(typed === null ? 'Type degrees.' : '');
        if (typed !== null) keep.mutate(temperature.typed(typed, units));
      }}
      sx={{ mt: 1, mb: 2, display: 'flex', flexWrap: 'wrap', gap: 1.25, alignItems: 'start' }}
    >
      <Box sx={{ width: 170 }}>
        <Choose
          label="Night"
          value={evening}
          onChange={setEvening}
          options={nights.map((n) => ({ value: n.evening, label: nightName(n.evening, today) }))}
        />
      </Box>
      <Box sx={{ width: 130 }}>
        <NumberField
          label="Low"
          unit={temperature.unit(units)}
          value={low}
          onChange={setLow}
          error={wrong || problem?.at('lowC') || problem?.at('evening') || undefined}
          autoFocus
        />
      </Box>
      <Button type="submit" variant="contained" loading={keep.isPending} sx={{ minHeight: 48 }}>
        Keep
      </Button>
      {nights.some((n) => n.evening === evening && n.warned) && (
        <Button variant="outlined" color="inherit" onClick={() => keep.mutate(null)} sx={{ minHeight: 48 }}>
          As the forecast has it
        </Button>
      )}
      <Button variant="text" onClick={onClose} sx={{ minHeight: 48 }}>
        Cancel
      </Button>
      {keep.error && !problem && <Wrong>{keep.error.message}</Wrong>}
    </Box>
  );
}

function Form({ today, onClose }: { today: string; onClose: () => void }) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const units = useUnits();
  const { say } = useSay();
  const [lows, setLows] = useState<string[]>(Array.from({ length: mostNights }, () => ''));
  const [windy, setWindy] = useState(false);
  const [gusts, setGusts] = useState<string[]>(Array.from({ length: windyDays }, () => ''));
  const [hail, setHail] = useState<boolean[]>(Array.from({ length: windyDays }, () => false));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const keep = useMutation({
    mutationFn: (typed: number[]) =>
      unwrap(
        api.PUT('/api/nurseries/{nursery}/forecast', {
          params: { path: { nursery } },
          body: {
            nights: typed.map((low, i) => ({
              evening: plusDays(today, i),
              lowC: temperature.typed(low, units),
              highC: null,
              gustKmh: gusts[i]?.trim() ? speed.typed(number(gusts[i]) ?? 0, units) : null,
              hail: hail[i] ?? false,
            })),
          },
        }),
      ),
    onSuccess: async () => {
      await refresh();
      say('Forecast kept.');
      onClose();
    },
  });
  const problem = keep.error instanceof Problem ? keep.error : null;
  const send = () => {
    // What comes after the last night that was typed is not known.
    const last = lows.findLastIndex((t) => t.trim() !== '');
    const typed = lows.slice(0, last + 1).map(number);
    const errors: Record<string, string> = {};
    gusts.forEach((gust, i) => {
      if (gust.trim() !== '' && number(gust) === null) errors[`gust${i}`] = 'Type a speed.';
      // Of a day whose night nobody typed nothing is kept.
      if ((gust.trim() !== '' || hail[i]) && i > last) errors[`gust${i}`] = 'Type the night before it too.';
    });
    typed.forEach((t, i) => {
      if (t === null) errors[i] = 'Type degrees.';
    });
    if (last < 0) errors[0] = 'Type degrees.';
    setWrong(errors);
    if (Object.keys(errors).length === 0) keep.mutate(typed as number[]);
  };
  return (
    <Box
      component="form"
      noValidate
      className="no-print"
      aria-label="The forecast"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
      sx={{ mt: 1, mb: 2 }}
    >
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        Lows, as your forecast has them, from tonight on. Know only the coldest? Type it for tonight, and take it for the whole
        week: the careful side.
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(5, 1fr)' }, mb: 1.25 }}>
        {lows.map((low, i) => (
          <NumberField
            key={plusDays(today, i)}
            label={nightName(plusDays(today, i), today)}
            unit={temperature.unit(units)}
            autoFocus={i === 0}
            value={low}
            onChange={(text) => setLows(lows.map((t, j) => (j === i ? text : t)))}
            error={wrong[i] ?? problem?.at(`nights[${i}].lowC`)}
          />
        ))}
      </Box>
      {windy ? (
        <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(5, 1fr)' }, mb: 1.25 }}>
          {gusts.map((gust, i) => {
            const on = plusDays(today, i + 1);
            return (
              <Box key={on}>
                <NumberField
                  label={`Gusts on ${day(on).split(' ')[0]}`}
                  unit={speed.unit(units)}
                  value={gust}
                  onChange={(text) => setGusts(gusts.map((t, j) => (j === i ? text : t)))}
                  error={wrong[`gust${i}`] ?? problem?.at(`nights[${i}].gustKmh`)}
                />
                <FormControlLabel
                  control={
                    <Checkbox checked={hail[i] ?? false} onChange={(_, it) => setHail(hail.map((h, j) => (j === i ? it : h)))} />
                  }
                  label="Hail"
                />
              </Box>
            );
          })}
        </Box>
      ) : (
        <Button variant="text" onClick={() => setWindy(true)} sx={{ px: 0, mb: 1 }}>
          Wind or hail?
        </Button>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button type="submit" variant="contained" loading={keep.isPending} sx={{ minHeight: 48 }}>
          Keep
        </Button>
        <Button
          variant="outlined"
          color="inherit"
          onClick={() => setLows(lows.map((t, i) => (i < 7 ? (lows[0] ?? '') : t)))}
          sx={{ minHeight: 48 }}
        >
          Tonight’s for the week
        </Button>
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
      </Box>
      {keep.error && !problem && <Wrong>{keep.error.message}</Wrong>}
      {problem?.at('nights') && <Wrong>{problem.at('nights')}</Wrong>}
    </Box>
  );
}

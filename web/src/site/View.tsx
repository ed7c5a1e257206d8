import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh, useSite } from '../app/nursery';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { Choose, NumberField } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { Reasons } from '../ui/Reasons';
import { useSay } from '../ui/Say';
import { number } from '../ui/units';
import { AcceptedRisk } from './AcceptedRisk';
import { MonthDayField } from './MonthDayField';
import { RiskCurve } from './RiskCurve';

/** How cold is it here? */
export function SiteView() {
  const site = useSite();
  if (!site.data) return <Waiting error={site.error} retry={() => void site.refetch()} />;
  // Typed values are not overwritten when the same site is read again; another version is another form.
  return <Site key={site.data.input.version} site={site.data} />;
}

function Site({ site }: { site: Schemas['SiteAnswer'] }) {
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr)' }, columnGap: 5, rowGap: 3 }}
    >
      <Settings site={site} />
      <Box sx={{ minWidth: 0 }}>
        {site.windows.length === 0 ? (
          <Typography color="textSecondary">
            With the average last frost, this shows when tomatoes and peppers may go out.
          </Typography>
        ) : (
          <>
            <Typography variant="h2" sx={{ mb: 1 }}>
              Still a freeze on or after the day, spring {site.season}
            </Typography>
            <RiskCurve curve={site.curve} windows={site.windows} today={site.today} />
            <Typography variant="h2" sx={{ mt: 3, mb: 0.5 }}>
              Planting windows open
            </Typography>
            <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
              {site.windows.map((w) => (
                <WindowRow key={w.crop + w.bed} window={w} />
              ))}
            </Box>
          </>
        )}
      </Box>
    </Box>
  );
}

function WindowRow({ window: w }: { window: Schemas['WindowAnswer'] }) {
  const [open, setOpen] = useState(false);
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 0.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <CropMark crop={w.crop} />
        <Typography sx={{ flex: 1 }}>
          {w.crop === 'tomato' ? 'Tomatoes' : 'Peppers'}, {w.bed === 'open' ? 'open ground' : 'bare tunnel'}
        </Typography>
        <Typography sx={{ fontSize: '1.2rem', fontWeight: 600 }}>{day(w.opens)}</Typography>
        <Button variant="text" onClick={() => setOpen(!open)} aria-expanded={open} sx={{ px: 1, minWidth: 44 }}>
          Why
        </Button>
      </Box>
      {open && <Reasons why={w.why} />}
    </Box>
  );
}

function Settings({ site }: { site: Schemas['SiteAnswer'] }) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  const input = site.input;
  const [average, setAverage] = useState(input.averageFrost);
  const [safe, setSafe] = useState(input.safeFrost);
  const [latitude, setLatitude] = useState(String(input.latitude));
  const [timeZone, setTimeZone] = useState(input.timeZone);
  const [units, setUnits] = useState(input.units);
  const [wrong, setWrong] = useState<string | null>(null);
  const change = useMutation({
    mutationFn: (body: Schemas['SiteInput']) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/site', { params: { path: { nursery } }, body })),
    onSuccess: (moved) => {
      say(moved.length > 0 ? `Kept. ${new Set(moved.map((m) => m.batchId)).size} plans moved.` : 'Kept.');
      return refresh();
    },
  });
  const problem = change.error instanceof Problem ? change.error : null;
  const moved = change.data ?? [];

  return (
    <Box
      component="form"
      aria-label="Site"
      onSubmit={(e) => {
        e.preventDefault();
        const typed = number(latitude);
        setWrong(typed === null ? 'Type degrees, south with a minus.' : null);
        if (typed !== null)
          change.mutate({ version: input.version, timeZone, latitude: typed, averageFrost: average, safeFrost: safe, units });
      }}
      sx={{ display: 'grid', gap: 2, alignContent: 'start' }}
    >
      <Typography variant="h1">Site</Typography>
      <MonthDayField
        label="Average last frost"
        value={average}
        onChange={setAverage}
        error={problem?.at('averageFrost')}
        help="Every second spring still freezes after it."
      />
      <MonthDayField
        label="Safe date (optional)"
        value={safe}
        onChange={setSafe}
        error={problem?.at('safeFrost')}
        help="One spring in ten still freezes after it. Without it, a spread of 10 days is assumed."
      />
      <Choose
        label="Units"
        value={units}
        onChange={(u) => setUnits(u as Schemas['UnitSystem'])}
        options={[
          { value: 'metric', label: '°C, litres' },
          { value: 'us', label: '°F, US gallons' },
        ]}
      />
      <NumberField
        label="Latitude"
        unit="°"
        value={latitude}
        onChange={setLatitude}
        error={wrong ?? problem?.at('latitude')}
        help="Its sign is the hemisphere."
      />
      <TextField
        label="Time zone"
        value={timeZone}
        onChange={(e) => setTimeZone(e.target.value)}
        error={Boolean(problem?.at('timeZone'))}
        helperText={problem?.at('timeZone') ?? 'Like Europe/Vienna'}
      />
      <Button type="submit" variant="contained" loading={change.isPending} sx={{ justifySelf: 'start', minWidth: 120 }}>
        Keep
      </Button>
      {problem && Object.keys(problem.errors).length === 0 && <Alert severity="error">{problem.message}</Alert>}
      {moved.length > 0 && (
        <Box>
          <Typography variant="h3">What moved</Typography>
          {moved.slice(0, 8).map((m) => (
            <Typography key={m.batchId + m.stage} variant="body2">
              {m.code} {m.stage.toLowerCase()}: {day(m.was)} → {day(m.is)}
            </Typography>
          ))}
        </Box>
      )}
      <AcceptedRisk />
    </Box>
  );
}

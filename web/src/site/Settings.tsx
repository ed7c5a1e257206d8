import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { day } from '../ui/dates';
import { useUsual } from '../data/useMorning';
import { Choose, NumberField, TextLine } from '../ui/Field';
import { number } from '../ui/units';
import { Code } from '../ui/Warning';
import { MonthDayField } from '../ui/MonthDayField';
import { useMoves } from '../data/plans';
import { Wrong } from '../ui/Wrong';

const sources: { value: Schemas['DeviceSource']; label: string }[] = [
  { value: 'none', label: 'none' },
  { value: 'folder', label: 'files in a folder' },
  { value: 'stand-in', label: 'stand-in, to try it out' },
];

/** What the grower knows of the site. */
export function Settings({ site, folder, recorded }: { site: Schemas['SiteAnswer']; folder: string; recorded: boolean }) {
  const nursery = useNursery();
  const input = site.input;
  const [form, setForm] = useState(input);
  const [latitude, setLatitude] = useState(String(input.latitude));
  const [offset, setOffset] = useState(String(input.offsetC ?? 0));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const set = (change: Partial<Schemas['SiteInput']>) => setForm((f) => ({ ...f, ...change }));
  const change = useMoves((body: Schemas['SiteInput']) =>
    unwrap(api.PUT('/api/nurseries/{nursery}/site', { params: { path: { nursery } }, body })),
  );
  const usual = useUsual();
  const [hours, setHours] = useState(site.usual.handsHours === null ? '' : String(site.usual.handsHours));
  const [currency, setCurrency] = useState(site.usual.currency ?? '');
  const refused = usual.error ?? change.error;
  const problem = refused instanceof Problem ? refused : null;
  const moved = change.data?.moved ?? [];
  const devices = form.devices ?? { station: 'none', probe: 'none', forecast: 'none' };
  const usesFolder = Object.values(devices).includes('folder');

  return (
    <Box
      component="form"
      aria-label="Site"
      onSubmit={(e) => {
        e.preventDefault();
        const [lat, off] = [number(latitude), number(offset)];
        const errors: Record<string, string> = {};
        if (lat === null) errors.latitude = 'Type degrees, south with a minus.';
        if (off === null) errors.offsetC = 'Type degrees.';
        setWrong(errors);
        const hands = hours.trim() === '' ? null : number(hours);
        if (hours.trim() !== '' && hands === null) errors.handsHours = 'Type hours, or leave it empty.';
        if (Object.keys(errors).length > 0 || lat === null || off === null) return;
        const said = { handsHours: hands, currency: currency.trim() === '' ? null : currency.trim() };
        const keep = () => change.mutate({ ...form, latitude: lat, offsetC: off });
        if (said.handsHours === site.usual.handsHours && said.currency === site.usual.currency) keep();
        else usual.mutate(said, { onSuccess: keep });
      }}
      sx={{ display: 'grid', gap: 2, alignContent: 'start' }}
    >
      <Typography variant="h2">Your dates and devices</Typography>
      <MonthDayField
        label="Average last frost"
        value={form.averageFrost}
        onChange={(averageFrost) => set({ averageFrost })}
        error={problem?.at('averageFrost')}
        help="Half of all springs freeze after it."
      />
      <MonthDayField
        label="Safe date (optional)"
        value={form.safeFrost}
        onChange={(safeFrost) => set({ safeFrost })}
        error={problem?.at('safeFrost')}
        help="One spring in ten still freezes after it. Without it, a spread of 10 days is assumed."
      />
      <MonthDayField
        label="Average first frost (optional)"
        value={form.averageAutumn ?? null}
        onChange={(averageAutumn) => set({ averageAutumn })}
        error={problem?.at('averageAutumn') ?? problem?.at('safeAutumn')}
        help="In autumn: for the last planting that still ripens."
      />
      {recorded && (
        <Choose
          label="Plan by"
          value={form.freezeFrom ?? 'typed'}
          onChange={(f) => set({ freezeFrom: f as Schemas['FreezeFrom'] })}
          help="Typed dates are for your ground. Record dates get the correction below."
          options={[
            { value: 'typed', label: 'the dates you typed' },
            { value: 'record', label: 'the weather record' },
          ]}
        />
      )}
      {recorded && (
        <NumberField
          label="Your ground against the record"
          unit="°C"
          value={offset}
          onChange={setOffset}
          error={wrong.offsetC ?? problem?.at('offsetC')}
          help="e.g. frost hollow −2, walled yard +1"
        />
      )}
      <Choose
        label="Units"
        value={form.units}
        onChange={(u) => set({ units: u as Schemas['UnitSystem'] })}
        options={[
          { value: 'metric', label: '°C, litres' },
          { value: 'us', label: '°F, US gallons' },
        ]}
      />
      <TextLine
        label="Sign of prices (optional)"
        value={currency}
        onChange={setCurrency}
        error={problem?.at('currency')}
        help="e.g. €, $, £"
      />
      <NumberField
        label="Hours of work on a usual day (optional)"
        unit="h"
        value={hours}
        onChange={setHours}
        error={wrong.handsHours ?? problem?.at('handsHours')}
        help="All hands together. The Round says what fits, and what waits."
      />
      <NumberField
        label="Latitude"
        unit="°"
        value={latitude}
        onChange={setLatitude}
        error={wrong.latitude ?? problem?.at('latitude')}
        help="Minus for south. It says how high the sun stands."
      />
      <TextField
        label="Time zone"
        value={form.timeZone}
        onChange={(e) => set({ timeZone: e.target.value })}
        error={Boolean(problem?.at('timeZone'))}
        helperText={problem?.at('timeZone') ?? 'e.g. Europe/Vienna'}
      />
      {(
        [
          ['station', 'Weather station'],
          ['probe', 'Soil probe'],
          ['forecast', 'Forecast'],
        ] as const
      ).map(([key, label]) => (
        <Choose
          key={key}
          label={label}
          value={devices[key]}
          onChange={(s) => set({ devices: { ...devices, [key]: s as Schemas['DeviceSource'] } })}
          options={sources}
        />
      ))}
      {usesFolder && (
        <Typography sx={{ overflowWrap: 'anywhere', fontSize: '0.95rem' }}>
          Files go into <Code wrap>{folder}</Code> as docs/devices.md says; they are looked at each minute.
        </Typography>
      )}
      <Button
        type="submit"
        variant="contained"
        loading={change.isPending || usual.isPending}
        sx={{ justifySelf: 'start', minWidth: 120 }}
      >
        Keep
      </Button>
      {problem && Object.keys(problem.errors).length === 0 && <Wrong>{problem.message}</Wrong>}
      {moved.length > 0 && (
        <Box>
          <Typography variant="h3">What moved</Typography>
          {moved.slice(0, 8).map((m) => (
            <Typography key={m.batchId + m.step} variant="body2">
              {m.code} {m.step.toLowerCase()}: {day(m.was)} → {day(m.is)}
            </Typography>
          ))}
        </Box>
      )}
    </Box>
  );
}

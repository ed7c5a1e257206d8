import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, unwrap } from '../api/client';
import { useNursery } from '../data/nursery';
import { day } from '../ui/dates';
import { counted, temperature, type UnitSystem } from '../ui/units';
import { FileButton } from '../ui/FileButton';
import { SureButton } from '../ui/SureButton';
import { Code, Warning } from '../ui/Warning';
import { ImportWeather } from './ImportWeather';
import type { View } from './model';
import { useMoves } from '../data/plans';

/** The weather that is kept, what is coming, and files in and out. */
export function Record({ view, units, may }: { view: View; units: UnitSystem; may: boolean }) {
  const nursery = useNursery();
  const [file, setFile] = useState<File | null>(null);
  const forget = useMoves(
    async () => (await unwrap(api.DELETE('/api/nurseries/{nursery}/weather', { params: { path: { nursery } } }))).plans,
    'The record is gone.',
  );
  const r = view.record;
  return (
    <Box component="section" sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      <Typography variant="h2">Weather record</Typography>
      {r ? (
        <Typography>
          {r.first} to {r.last}: {counted(r.days, 'day')}, {counted(r.yearsCounted, 'spring')} counted
          {r.yearsLeftOut > 0 ? `, ${r.yearsLeftOut} left out` : ''}.
          {!r.climate && ' Five whole years are needed for nights and soil.'}
        </Typography>
      ) : (
        <Typography color="textSecondary">
          None yet. A CSV with <Code>date,tmin,tmax</Code> from your station, or GHCN-Daily’s file of a station near you.
        </Typography>
      )}
      {view.deviceNote && <Warning>Readings: {view.deviceNote}</Warning>}
      {may && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          <FileButton accept=".csv,.txt,.tsv" label="Weather file" onFile={setFile}>
            Bring in weather
          </FileButton>
          {r && (
            <Button variant="text" component="a" href={`/api/nurseries/${nursery}/weather`} download>
              As CSV
            </Button>
          )}
          {r && <SureButton text="Remove" sure="Yes, remove it all" onSure={() => forget.mutate(undefined)} />}
        </Box>
      )}
      {view.forecast.length > 0 && (
        <Box sx={{ width: '100%' }}>
          <Typography variant="h3" sx={{ mt: 1 }}>
            Forecast
          </Typography>
          {view.forecast.map((f) => (
            <Box key={f.day} sx={{ display: 'flex', justifyContent: 'space-between', borderBottom: 1, borderColor: 'divider' }}>
              <span>{day(f.day)}</span>
              <span>
                <Box component="b" sx={{ color: f.minimumC <= 0 ? 'error.main' : 'text.primary' }}>
                  {temperature.shown(f.minimumC, units)}
                </Box>{' '}
                to {f.usualHigh ? 'the usual ' : ''}
                {temperature.shown(f.maximumC, units)} {temperature.unit(units)}
                {f.warnedC != null && f.warnedC < f.minimumC && `, foretold ${temperature.shown(f.warnedC, units)}`}
              </span>
            </Box>
          ))}
        </Box>
      )}
      {file && <ImportWeather file={file} units={units} onClose={() => setFile(null)} />}
    </Box>
  );
}

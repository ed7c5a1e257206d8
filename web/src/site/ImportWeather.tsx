import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import CircularProgress from '@mui/material/CircularProgress';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem, unwrap } from '../api/client';
import { useNursery } from '../data/nursery';
import { usePlansFollow } from '../data/plans';
import { day, daysBetween } from '../ui/dates';
import { Choose } from '../ui/Field';
import { counted, many, temperature, type UnitSystem } from '../ui/units';
import { Wrong } from '../ui/Wrong';

interface Told {
  dates?: string;
  scale?: string;
  station?: string;
}

/** A file goes as it is, with what is known beforehand in the address. */
const sent = (nursery: string, file: File, query: Told) => ({
  params: { path: { nursery }, query },
  body: file as unknown as string,
  bodySerializer: (b: unknown) => b as BodyInit,
  headers: { 'Content-Type': 'text/csv' },
});

/** A weather file is looked through first; only then it is kept. */
export function ImportWeather({
  file,
  units,
  onKept,
  onClose,
}: {
  file: File;
  units: UnitSystem;
  onKept?: () => void;
  onClose: () => void;
}) {
  const nursery = useNursery();
  const follow = usePlansFollow();
  const [told, setTold] = useState<Told>({});
  const seen = useQuery({
    queryKey: ['weather-file', nursery, file.name, file.lastModified, file.size, told],
    queryFn: () => unwrap(api.POST('/api/nurseries/{nursery}/weather/preview', sent(nursery, file, told))),
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  const keep = useMutation({
    mutationFn: () => unwrap(api.POST('/api/nurseries/{nursery}/weather', sent(nursery, file, told))),
    onSuccess: async (kept) => {
      onKept?.();
      onClose();
      await follow(`${counted(kept.changed, 'day')} kept.`, kept.plans);
    },
  });
  const s = seen.data;
  const ask = s && (s.askDates || s.askScale || s.stations.length > 0);
  const failed = keep.error ?? seen.error;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{file.name}</DialogTitle>
      <DialogContent>
        {seen.isFetching && <CircularProgress size={24} color="inherit" aria-label="Reading the file" />}
        {failed && (
          <Wrong sx={{ mb: 1 }}>{failed instanceof Problem ? (failed.at('file') ?? failed.message) : failed.message}</Wrong>
        )}
        {s && (
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            <Typography>
              {s.format}.{' '}
              {s.first && s.last ? (
                <>
                  <b>{counted(s.days, 'day')}</b> from {s.first} to {s.last}; {counted(s.yearsCovered, 'whole year')}.
                </>
              ) : (
                'No day could be read yet.'
              )}
              {s.coldest !== null &&
                s.hottest !== null &&
                ` Coldest ${temperature.shown(s.coldest, units)}, hottest ${temperature.shown(s.hottest, units)} ${temperature.unit(units)}.`}
            </Typography>
            {s.askDates && (
              <Choose
                label="Which comes first in its dates?"
                value={told.dates ?? ''}
                onChange={(dates) => setTold({ ...told, dates })}
                options={[
                  { value: 'day-first', label: 'The day: 31/12/2025' },
                  { value: 'month-first', label: 'The month: 12/31/2025' },
                ]}
              />
            )}
            {s.askScale && (
              <Choose
                label="Which degrees are these?"
                value={told.scale ?? ''}
                onChange={(scale) => setTold({ ...told, scale })}
                options={[
                  { value: 'celsius', label: '°C' },
                  { value: 'fahrenheit', label: '°F' },
                ]}
              />
            )}
            {s.stations.length > 0 && (
              <Choose
                label="Which station?"
                value={told.station ?? ''}
                onChange={(station) => setTold({ ...told, station })}
                options={s.stations.map((value) => ({ value, label: value }))}
              />
            )}
            {s.errorCount > 0 && (
              <List title={`${counted(s.errorCount, 'line')} cannot be read: mend the file first`}>
                {s.errors.map((e) => `Line ${e.line}: ${e.sentence}`)}
              </List>
            )}
            {s.flagged > 0 && (
              <Typography>{many(s.flagged)} values are marked as doubtful by the file itself: left out.</Typography>
            )}
            {s.leftOutCount > 0 && (
              <List title={`${counted(s.leftOutCount, 'day')} left out`}>{s.leftOut.map((l) => `${l.day}: ${l.sentence}`)}</List>
            )}
            {s.missingDays > 0 && (
              <List title={`${counted(s.missingDays, 'night')} missing, in ${counted(s.gaps.length, 'gap')}`}>
                {s.gaps.map((g) => `${day(g.first)} ${g.first.slice(0, 4)}: ${counted(daysBetween(g.first, g.last) + 1, 'day')}`)}
              </List>
            )}
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Back
        </Button>
        <Button
          variant="contained"
          loading={keep.isPending}
          disabled={!s || Boolean(ask) || s.errorCount > 0 || s.days === 0 || seen.isFetching}
          onClick={() => keep.mutate()}
        >
          Keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function List({ title, children }: { title: string; children: string[] }) {
  return (
    <Box component="details">
      <Box component="summary" sx={{ cursor: 'pointer', fontWeight: 600, minHeight: 32 }}>
        {title}
      </Box>
      <Box component="ul" sx={{ m: 0, pl: 2.5, maxHeight: 180, overflow: 'auto' }} tabIndex={0}>
        {children.map((line, i) => (
          <li key={i}>{line}</li>
        ))}
      </Box>
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem } from '../api/client';
import { useUnits } from '../data/nursery';
import { useAirReadings } from '../data/useReadings';
import { day } from '../ui/dates';
import { NumberField } from '../ui/Field';
import { number, temperature } from '../ui/units';

/** Lowest of the night and highest of yesterday, as a thermometer in the place says: plans and Tonight go by it. */
export function Thermometer({ place, onClose }: { place: { id: string; name: string }; onClose: () => void }) {
  const units = useUnits();
  const unit = temperature.unit(units);
  const { readings, add, remove } = useAirReadings(place.id);
  const [low, setLow] = useState('');
  const [high, setHigh] = useState('');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const refused = add.error instanceof Problem ? add.error.errors : {};
  const said = (field: string) => wrong[field] ?? refused[field]?.[0];
  const air = (readings.data?.readings ?? []).filter((r) => r.lowC != null || r.highC != null);

  function keep() {
    const found: Record<string, string> = {};
    const read = (text: string, field: string) => {
      if (text.trim() === '') return null;
      const typed = number(text);
      if (typed === null) found[field] = 'Type degrees.';
      return typed === null ? null : temperature.typed(typed, units);
    };
    const row = { lowC: read(low, 'lowC'), highC: read(high, 'highC') };
    if (low.trim() === '' && high.trim() === '') found.lowC = 'Type one of the two.';
    setWrong(found);
    if (Object.keys(found).length > 0 || !readings.data) return;
    add.mutate(
      { day: readings.data.today, ...row },
      {
        onSuccess: () => {
          setLow('');
          setHigh('');
        },
      },
    );
  }

  const shown = (c: number | null | undefined) => (c == null ? '–' : `${temperature.shown(c, units)} ${unit}`);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Thermometer in {place.name}</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>{readings.data?.text ?? ''}</Typography>
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            keep();
          }}
          sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 2, alignItems: 'start' }}
        >
          <NumberField label="Lowest, last night" unit={unit} value={low} onChange={setLow} error={said('lowC')} autoFocus />
          <NumberField label="Highest, yesterday" unit={unit} value={high} onChange={setHigh} error={said('highC')} />
          <Button type="submit" variant="contained" disabled={add.isPending} sx={{ minHeight: 48, gridColumn: '1 / -1' }}>
            Keep the reading
          </Button>
        </Box>
        {add.error && Object.keys(refused).length === 0 && (
          <Typography color="error" role="alert" sx={{ mt: 1.5 }}>
            {add.error.message}
          </Typography>
        )}
        {air.length > 0 && (
          <Box component="ul" aria-label="Readings" sx={{ listStyle: 'none', m: 0, mt: 2, p: 0 }}>
            {[...air].reverse().map((r) => (
              <Box
                component="li"
                key={r.id}
                sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 48, borderTop: 1, borderColor: 'divider' }}
              >
                <Box sx={{ flex: 1 }}>{day(r.day)}</Box>
                <span>
                  {shown(r.lowC)} to {shown(r.highC)}
                </span>
                <Button variant="text" onClick={() => remove.mutate(r.id)} aria-label={`Remove the reading of ${day(r.day)}`}>
                  Remove
                </Button>
              </Box>
            ))}
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import Button from '@mui/material/Button';
import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue } from '../data/nursery';
import { isBed } from '../data/places';
import { DayField } from '../ui/DayField';
import { Pick } from '../ui/Pick';
import { counted, many } from '../ui/units';
import { useCarry } from '../data/useRound';

type Stands = Schemas['StandingAnswer'];

/** In at night, out in the morning: where to is all that is asked. */
export function Carry({ from, today, onClose }: { from: Stands; today: string; onClose: () => void }) {
  const catalogue = useCatalogue();
  const [on, setOn] = useState(today);
  const carry = useCarry(from, today);
  const problem = carry.error instanceof Problem ? (Object.values(carry.error.errors)[0]?.[0] ?? carry.error.message) : null;
  const cold = carry.error instanceof Problem && carry.error.code === 'cold';
  const places = (catalogue.data?.places ?? []).filter((p) => !isBed(p) && p.id !== from.placeId);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Carry all of {from.place}</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>
          {from.seedlings > 0 ? counted(from.seedlings, 'plant') : `${many(from.containers)} sown cells`} of{' '}
          {counted(from.batches, 'batch', 'batches')}. They keep pot, step and hardening.
        </Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 2 }}>
          {places.map((p) => (
            <Pick
              key={p.id}
              chosen={carry.variables?.to === p.id && cold}
              onClick={() => carry.mutate({ to: p.id, name: p.name, on }, { onSuccess: onClose })}
            >
              {p.name}
            </Pick>
          ))}
        </Box>
        <DayField label="Day" value={on} onChange={(day) => setOn(day || today)} max={today} />
        {carry.error && (
          <Typography color="error" role="alert" sx={{ mt: 1.5 }}>
            {problem ?? carry.error.message}
          </Typography>
        )}
        {cold && (
          <Button
            variant="outlined"
            color="error"
            sx={{ mt: 1.5, minHeight: 48 }}
            onClick={() => carry.variables && carry.mutate({ ...carry.variables, myCall: true }, { onSuccess: onClose })}
          >
            Out anyway
          </Button>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
      </DialogActions>
    </Dialog>
  );
}

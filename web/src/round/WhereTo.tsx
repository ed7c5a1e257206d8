import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue } from '../data/nursery';
import { isBed } from '../data/places';
import { useNight } from '../data/useNight';
import { Pick } from '../ui/Pick';

type Place = Schemas['NightPlaceAnswer'];

/** Where all of a place was carried to for the night. */
export function WhereTo({ place, today, onClose }: { place: Place; today: string; onClose: () => void }) {
  const catalogue = useCatalogue();
  const night = useNight(place, today);
  const places = (catalogue.data?.places ?? []).filter(
    (p) => !isBed(p) && !p.outdoors && p.kind !== 'pair' && p.id !== place.placeId,
  );
  const problem = night.error instanceof Problem ? (Object.values(night.error.errors)[0]?.[0] ?? night.error.message) : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Carried in from {place.place}</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>All that stands there. They keep pot, step and hardening. Where to?</Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {places.map((p) => (
            <Pick key={p.id} chosen={false} onClick={() => night.mutate({ did: 'brought-in', to: p.id }, { onSuccess: onClose })}>
              {p.name}
            </Pick>
          ))}
        </Box>
        {problem && (
          <Typography color="error" role="alert" sx={{ mt: 1.5 }}>
            {problem}
          </Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Back
        </Button>
      </DialogActions>
    </Dialog>
  );
}

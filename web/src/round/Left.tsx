import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { Pick } from '../ui/Pick';
import { losses, restWords } from './model';

type Rest = Schemas['Rest'];

interface Props {
  left: number;
  /** They may leave the nursery: sold, given away, composted. */
  out: boolean;
  rest: Rest;
  onRest: (rest: Rest) => void;
  reason: string;
  onReason: (reason: string) => void;
}

/** What becomes of those that were not moved. */
export function Left({ left, out, rest, onRest, reason, onReason }: Props) {
  return (
    <Box sx={{ mt: 1, display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
      <Typography>{left} left:</Typography>
      {(out ? (['stays', 'given', 'sold', 'discarded', 'lost'] as const) : (['stays', 'snipped', 'lost'] as const)).map((r) => (
        <Pick key={r} chosen={rest === r} onClick={() => onRest(r)}>
          {restWords[r]}
        </Pick>
      ))}
      {rest === 'lost' && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, flexBasis: '100%', alignItems: 'center' }}>
          {losses.map((r) => (
            <Pick key={r} chosen={reason === r} onClick={() => onReason(r)}>
              {r}
            </Pick>
          ))}
          <TextField label="Why" value={reason} onChange={(e) => onReason(e.target.value)} sx={{ maxWidth: 240 }} />
        </Box>
      )}
    </Box>
  );
}

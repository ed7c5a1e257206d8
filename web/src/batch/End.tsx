import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem } from '../api/client';
import { Pick } from '../ui/Pick';
import type { useEnd } from '../data/useBatch';

const reasons = ['Planned by mistake', 'Not sown after all', 'Did not come up', 'All planted'];

/** A batch leaves the round and stays in the books; it can go on again. */
export function End({ end, onClose }: { end: ReturnType<typeof useEnd>; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const said = end.error instanceof Problem ? (end.error.at('reason') ?? end.error.message) : end.error?.message;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Close this batch</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>No more work for it; its record stays.</Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 2 }}>
          {reasons.map((r) => (
            <Pick key={r} chosen={reason === r} onClick={() => setReason(r)}>
              {r}
            </Pick>
          ))}
        </Box>
        <TextField
          label="Why"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          error={Boolean(said)}
          helperText={said}
        />
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="contained" loading={end.isPending} onClick={() => end.mutate(reason, { onSuccess: onClose })}>
          Close the batch
        </Button>
      </DialogActions>
    </Dialog>
  );
}

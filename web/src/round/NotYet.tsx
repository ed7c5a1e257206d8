import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Problem } from '../api/client';
import { plusDays } from '../ui/dates';
import { DayField } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { useNotYet, type Task } from '../data/useRound';

const reasons = ['Not ready', 'No time', 'Too cold', 'No material'];
const days: [string, number][] = [
  ['Tomorrow', 1],
  ['In 3 days', 3],
  ['In a week', 7],
];

/** To which day, and why: both are kept. */
export function NotYet({ task, today, onClose }: { task: Task; today: string; onClose: () => void }) {
  const [newDay, setNewDay] = useState(plusDays(today, 3));
  const [reason, setReason] = useState('Not ready');
  const putOff = useNotYet(task, today);
  const problem = putOff.error instanceof Problem ? putOff.error : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>
        Put off: {task.title.toLowerCase()} {task.cultivar}
      </DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 2 }}>
          {days.map(([label, n]) => (
            <Pick key={label} chosen={newDay === plusDays(today, n)} onClick={() => setNewDay(plusDays(today, n))}>
              {label}
            </Pick>
          ))}
        </Box>
        <DayField label="New day" value={newDay} onChange={setNewDay} min={plusDays(today, 1)} error={problem?.at('newDay')} />
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 2 }}>
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
          error={Boolean(problem?.at('reason'))}
          helperText={problem?.at('reason')}
        />
        {putOff.error && Object.keys(problem?.errors ?? {}).length === 0 && (
          <Alert severity="error" sx={{ mt: 2 }}>
            {putOff.error.message}
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="contained"
          loading={putOff.isPending}
          onClick={() => putOff.mutate({ newDay, reason: reason.trim() }, { onSuccess: onClose })}
        >
          Put off
        </Button>
      </DialogActions>
    </Dialog>
  );
}

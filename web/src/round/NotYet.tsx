import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem } from '../api/client';
import { useNotYet, type Task } from '../data/useRound';
import { plusDays } from '../ui/dates';
import { DayField } from '../ui/DayField';
import { Pick } from '../ui/Pick';

const days: [string, number][] = [
  ['Tomorrow', 1],
  ['In 3 days', 3],
  ['In a week', 7],
];

interface Props {
  task: Task;
  today: string;
  onDone?: ((entries: string[]) => void) | undefined;
  onClose: () => void;
}

/** To which day: one tap; another day and why, where somebody wants to say them. */
export function NotYet({ task, today, onDone, onClose }: Props) {
  const [own, setOwn] = useState(false);
  const [newDay, setNewDay] = useState(plusDays(today, 2));
  const [reason, setReason] = useState('');
  const putOff = useNotYet(task, today);
  const problem = putOff.error instanceof Problem ? putOff.error : null;
  const send = (to: string, why: string) =>
    putOff.mutate(
      { newDay: to, reason: why.trim() },
      {
        onSuccess: ({ entries }) => {
          onClose();
          onDone?.(entries);
        },
      },
    );
  return (
    <Box role="group" aria-label="Not yet" className="no-print" sx={{ pb: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {days.map(([label, n]) => (
          <Pick
            key={label}
            chosen={putOff.isPending && putOff.variables.newDay === plusDays(today, n)}
            onClick={() => send(plusDays(today, n), '')}
          >
            {label}
          </Pick>
        ))}
        <Pick chosen={own} onClick={() => setOwn(!own)}>
          Another day, or why
        </Pick>
      </Box>
      {own && (
        <Box sx={{ display: 'grid', gap: 1.25, mt: 1.25, gridTemplateColumns: { xs: '1fr', sm: '190px minmax(0, 1fr) auto' } }}>
          <DayField label="New day" value={newDay} onChange={setNewDay} min={plusDays(today, 1)} error={problem?.at('newDay')} />
          <TextField
            label="Why"
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            error={Boolean(problem?.at('reason'))}
            helperText={problem?.at('reason')}
          />
          <Button variant="contained" loading={putOff.isPending} onClick={() => send(newDay, reason)} sx={{ minHeight: 48 }}>
            Put off
          </Button>
        </Box>
      )}
      {putOff.error && !(own && Object.keys(problem?.errors ?? {}).length > 0) && (
        <Typography color="error" role="alert" sx={{ mt: 1 }}>
          {Object.values(problem?.errors ?? {})[0]?.[0] ?? putOff.error.message}
        </Typography>
      )}
    </Box>
  );
}

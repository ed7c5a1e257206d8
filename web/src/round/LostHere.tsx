import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useLost, type Task } from '../data/useRound';
import { Pick } from '../ui/Pick';
import { losses } from './model';

interface Props {
  task: Task;
  today: string;
  onDone?: ((entries: string[]) => void) | undefined;
}

/** Plants that died before the work: how many, and by one tap of what. */
export function LostHere({ task, today, onDone }: Props) {
  const [count, setCount] = useState(1);
  const lost = useLost(task, today);
  const step = (by: number) => setCount(Math.max(1, Math.min(task.seedlings, count + by)));
  return (
    <Box role="group" aria-label="Lost here" sx={{ mb: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Typography>Lost here</Typography>
        <Button
          variant="outlined"
          aria-label="One fewer lost"
          onClick={() => step(-1)}
          sx={{ minWidth: 48, minHeight: 48, px: 0 }}
        >
          −
        </Button>
        <Typography sx={{ fontWeight: 600, minWidth: '1.5em', textAlign: 'center' }}>{count}</Typography>
        <Button variant="outlined" aria-label="One more lost" onClick={() => step(1)} sx={{ minWidth: 48, minHeight: 48, px: 0 }}>
          +
        </Button>
        {losses.map((reason) => (
          <Pick
            key={reason}
            chosen={lost.isPending && lost.variables.reason === reason}
            onClick={() => lost.mutate({ count, reason }, { onSuccess: ({ entries }) => onDone?.(entries) })}
          >
            {reason}
          </Pick>
        ))}
      </Box>
      {lost.error && (
        <Typography color="error" role="alert" sx={{ mt: 0.5 }}>
          {lost.error.message}
        </Typography>
      )}
    </Box>
  );
}

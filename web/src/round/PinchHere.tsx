import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { usePinched, type Task } from '../data/useRound';
import { pinched } from './model';

/** What the house asks to be taken off is logged by one tap, for all of the card; fewer are logged on the batch. */
export function PinchHere({ task, today }: { task: Task; today: string }) {
  const pinch = usePinched(task, today);
  return (
    <Box role="group" aria-label="Pinched" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1 }}>
      {task.pinch.map((what) => (
        <Button
          key={what}
          variant="outlined"
          loading={pinch.isPending && pinch.variables === what}
          onClick={() => pinch.mutate(what)}
          sx={{ minHeight: 48 }}
        >
          {pinched[what]}: {task.seedlings}
        </Button>
      ))}
      {pinch.error && (
        <Typography color="error" role="alert">
          {pinch.error.message}
        </Typography>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useLook, type Task } from '../data/useRound';
import { Pick } from '../ui/Pick';

type Roots = Schemas['RootsSeen'];

/** Our own line drawings of a ball tipped out: how the roots lie at its wall. */
const roots: { value: Roots; label: string; lines: string[] }[] = [
  { value: 'none', label: 'None at the wall', lines: ['M28 10c1 8-3 12-2 18', 'M30 12c3 6 1 9 3 13'] },
  {
    value: 'showing',
    label: 'Just showing',
    lines: ['M28 10c-2 12-8 16-10 32', 'M30 10c0 14 2 22 0 36', 'M32 10c3 12 8 16 10 30'],
  },
  {
    value: 'circling',
    label: 'Going round',
    lines: [
      'M14 20c10 6 22 6 32 0',
      'M15 30c10 6 20 6 30 0',
      'M17 40c8 6 18 6 26 0',
      'M28 10c-4 12-10 20-10 34',
      'M32 10c4 12 10 20 10 34',
    ],
  },
  {
    value: 'matted',
    label: 'Matted or brown',
    lines: [
      'M14 18c10 5 22 5 32 0',
      'M14 23c10 5 22 5 32 0',
      'M15 28c10 5 20 5 30 0',
      'M16 33c9 5 19 5 28 0',
      'M16 38c9 5 19 5 28 0',
      'M17 43c9 5 17 5 26 0',
      'M24 12c-6 14 8 20 0 36',
      'M36 12c6 14-8 20 0 36',
    ],
  },
];

const leaves = [0, 1, 2, 3, 4, 5, 6, 7, 8];

/** A look at two or three plants, in three taps: what was seen moves the days that were only reckoned. */
export function Look({ task, today, onClose }: { task: Task; today: string; onClose: () => void }) {
  const [seen, setSeen] = useState<{ leaves: number | null; roots: Roots | null }>({ leaves: null, roots: null });
  const look = useLook(task, today);
  const problem = look.error instanceof Problem ? (Object.values(look.error.errors)[0]?.[0] ?? look.error.message) : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>
        Look at {task.cultivar} {task.code}
      </DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 1.5 }}>Take two or three plants from the middle. Tip one out: what do its roots do?</Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, mb: 2 }}>
          {roots.map((r) => (
            <Pick
              key={r.value}
              chosen={seen.roots === r.value}
              onClick={() => setSeen({ ...seen, roots: seen.roots === r.value ? null : r.value })}
            >
              <Box sx={{ display: 'flex', flexDirection: 'column', alignItems: 'center', py: 0.5 }}>
                <svg
                  width="60"
                  height="52"
                  viewBox="0 0 60 52"
                  fill="none"
                  stroke="currentColor"
                  strokeLinecap="round"
                  aria-hidden
                >
                  <path d="M11 8h38l-5 40H16z" strokeWidth="1.5" />
                  {r.lines.map((d) => (
                    <path key={d} d={d} strokeWidth="1.5" />
                  ))}
                </svg>
                {r.label}
              </Box>
            </Pick>
          ))}
        </Box>
        <Typography sx={{ mb: 1 }}>True leaves, without the two seed leaves</Typography>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {leaves.map((n) => (
            <Pick key={n} chosen={seen.leaves === n} onClick={() => setSeen({ ...seen, leaves: seen.leaves === n ? null : n })}>
              {n}
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
        <Button variant="contained" disabled={look.isPending} onClick={() => look.mutate(seen, { onSuccess: onClose })}>
          Log
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import Button from '@mui/material/Button';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { useWalked } from '../data/useMorning';
import { clock } from '../ui/dates';

/** One tap for the whole walk: every place was looked at, and all was well. */
export function Walked({ walked }: { walked: Schemas['WalkedRow'] | null }) {
  const { walk, back } = useWalked();
  if (!walked)
    return (
      <Button
        className="no-print"
        variant="outlined"
        loading={walk.isPending}
        onClick={() => walk.mutate()}
        sx={{ minHeight: 56, fontSize: '1.05rem', mt: 1, width: { xs: '100%', sm: 'auto' } }}
      >
        Walked, all well
      </Button>
    );
  return (
    <Box className="no-print" sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 1 }}>
      <Typography>
        Walked, all well: {clock(walked.writtenAt)}
        {walked.by ? `, ${walked.by}` : ''}
      </Typography>
      <Button variant="text" loading={back.isPending} onClick={() => back.mutate(walked.id)}>
        Undo
      </Button>
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useOnline } from './useOnline';
import { Wrong } from './Wrong';

/** What a view shows while it has no data: that it loads, or what went wrong. */
export function Waiting({ error, retry }: { error: Error | null; retry?: () => void }) {
  const online = useOnline();
  if (!error) {
    return (
      <Typography
        role="status"
        color="textSecondary"
        sx={{
          py: 6,
          textAlign: 'center',
          // What comes at once needs no word.
          opacity: 0,
          animation: 'j-late 1ms 300ms forwards',
          '@keyframes j-late': { to: { opacity: 1 } },
        }}
      >
        {online ? 'Loading…' : 'No network, and this was not fetched yet. It comes when the network is back.'}
      </Typography>
    );
  }
  return (
    <Wrong sx={{ my: 2 }} action={retry && <Button onClick={retry}>Try again</Button>}>
      {error.message}
    </Wrong>
  );
}

/** Nothing here yet, and what to do first. */
export function Empty({ title, children, to, action }: { title: string; children?: ReactNode; to?: string; action?: string }) {
  return (
    <Box sx={{ py: 5, maxWidth: 520 }}>
      <Typography variant="h1" component="p" sx={{ mb: 1 }}>
        {title}
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2.5 }}>
        {children}
      </Typography>
      {to && (
        <Button variant="contained" component={Link} to={to} size="large">
          {action}
        </Button>
      )}
    </Box>
  );
}

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import CircularProgress from '@mui/material/CircularProgress';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** What a view shows while it has no data: that it loads, or what went wrong. */
export function Waiting({ error, retry }: { error: Error | null; retry?: () => void }) {
  if (!error) {
    return (
      <Box sx={{ display: 'flex', justifyContent: 'center', p: 6 }}>
        <CircularProgress size={28} color="inherit" aria-label="Loading" />
      </Box>
    );
  }
  return (
    <Alert severity="error" sx={{ my: 2 }} action={retry && <Button onClick={retry}>Try again</Button>}>
      {error.message}
    </Alert>
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

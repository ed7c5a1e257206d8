import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useCalendar } from '../data/useCalendar';
import { day } from '../ui/dates';
import { SureButton } from '../ui/SureButton';

/** The work to come in one's own calendar: a private address, shown once. */
export function Calendar() {
  const { addresses, make, withdraw } = useCalendar();
  const [copied, setCopied] = useState(false);
  const made = make.data ? window.location.origin + make.data.path : null;
  const known = addresses.data ?? [];
  return (
    <Box sx={{ maxWidth: '62ch' }}>
      <Typography sx={{ mb: 2 }}>
        Your calendar program can fetch the work to come: each step on its day, and a cold night as an alarm in the afternoon. It
        is as fresh as your program’s last fetch, often hours old: look at Tonight all the same.
      </Typography>
      {made && (
        <Box
          role="status"
          sx={{ mb: 2, p: 2, border: 1, borderColor: 'text.primary', borderRadius: 1, bgcolor: 'background.paper' }}
        >
          <Typography sx={{ fontWeight: 600, mb: 0.5 }}>Subscribe to this address. It is shown only now.</Typography>
          <Typography sx={{ overflowWrap: 'anywhere', mb: 1, fontFamily: 'monospace' }}>{made}</Typography>
          <Button
            variant="outlined"
            onClick={() => void navigator.clipboard.writeText(made).then(() => setCopied(true))}
            sx={{ minHeight: 48, mr: 1 }}
          >
            {copied ? 'Copied' : 'Copy'}
          </Button>
          <Button variant="text" component="a" href={made} download="work.ics" sx={{ minHeight: 48 }}>
            Download once
          </Button>
          <Typography color="textSecondary" sx={{ mt: 1 }}>
            Whoever has it sees the work of this nursery, and nothing else. Withdraw it where it got into wrong hands.
          </Typography>
        </Box>
      )}
      <Button
        variant={known.length === 0 ? 'contained' : 'outlined'}
        loading={make.isPending}
        onClick={() => {
          setCopied(false);
          make.mutate();
        }}
        sx={{ minHeight: 48, mb: 2 }}
      >
        New address
      </Button>
      {known.length > 0 && (
        <Box
          component="ul"
          aria-label="Your addresses"
          sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}
        >
          {known.map((k) => (
            <Box
              component="li"
              key={k.id}
              sx={{ display: 'flex', alignItems: 'center', gap: 2, py: 0.5, borderBottom: 1, borderColor: 'divider' }}
            >
              <Box sx={{ flex: 1 }}>
                <Typography>Made {day(k.madeAt.slice(0, 10))}</Typography>
                <Typography variant="body2" color="textSecondary">
                  {k.fetchedAt ? `last fetched ${day(k.fetchedAt.slice(0, 10))}` : 'never fetched'}
                </Typography>
              </Box>
              <SureButton text="Withdraw" sure="Withdraw it" onSure={() => withdraw.mutate(k.id)} />
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import { useMutationState } from '@tanstack/react-query';
import { useEffect } from 'react';
import { counted } from '../ui/units';
import { useOnline } from '../ui/useOnline';

/** What waits, in words: entries that no network takes are kept, and sent once when it is back. */
export function Strip() {
  const online = useOnline();
  const pending = useMutationState({ filters: { status: 'pending' }, select: (m) => m.state.isPaused });
  const waits = pending.filter(Boolean).length;
  useEffect(() => {
    if (pending.length === 0) return;
    // The page that closes takes with it what waits: the browser asks.
    const ask = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [pending.length]);
  const words = online
    ? pending.length > 0
      ? 'Saving…'
      : null
    : waits > 0
      ? `No network. ${counted(waits, 'entry', 'entries')} ${waits === 1 ? 'waits' : 'wait'}, and ${waits === 1 ? 'is' : 'are'} sent when it is back. Keep this page open.`
      : 'No network. You see what was fetched last.';
  return (
    <Box role="status" className="no-print" sx={{ position: 'sticky', top: 0, zIndex: 4 }}>
      {words && (
        <Box
          sx={{
            bgcolor: 'text.primary',
            color: 'background.paper',
            fontWeight: 600,
            px: { xs: 2, md: 3 },
            py: 0.75,
            // What is saved at once needs no word.
            ...(online && { opacity: 0, animation: 'j-late 1ms 300ms forwards', '@keyframes j-late': { to: { opacity: 1 } } }),
          }}
        >
          {words}
        </Box>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { roles, useRole, useSession } from '../data/session';

// Opened by few: it comes when it is asked for.
const YouMenu = lazy(async () => ({ default: (await import('./YouMenu')).YouMenu }));

/** Who one is here; other nurseries; out. In the demo, also: as someone else. */
export function You() {
  const session = useSession().data;
  const role = useRole();
  const [at, setAt] = useState<HTMLElement | null>(null);
  if (!session?.name) return null;
  const close = () => setAt(null);
  const as = roles[role].name.toLowerCase();
  return (
    <>
      <Button
        variant="text"
        onClick={(e) => setAt(e.currentTarget)}
        aria-haspopup="menu"
        aria-label={`You: ${session.name}, ${as}`}
        sx={{ minWidth: 44, px: 1, whiteSpace: 'nowrap' }}
      >
        {session.demo ? (
          `As ${as}`
        ) : (
          <>
            <Box
              component="span"
              sx={{ display: { xs: 'none', md: 'inline' }, maxWidth: 160, overflow: 'hidden', textOverflow: 'ellipsis' }}
            >
              {session.name}
            </Box>
            <Box
              component="svg"
              viewBox="0 0 20 20"
              aria-hidden
              sx={{ display: { md: 'none' }, width: 20, height: 20, fill: 'none', stroke: 'currentColor', strokeWidth: 1.8 }}
            >
              <circle cx="10" cy="6.5" r="3.5" />
              <path d="M3 18c0-4 3-6.5 7-6.5s7 2.5 7 6.5" />
            </Box>
          </>
        )}
      </Button>
      {at && (
        <Suspense fallback={null}>
          <YouMenu at={at} close={close} />
        </Suspense>
      )}
    </>
  );
}

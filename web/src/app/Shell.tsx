import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { useColorScheme } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useCallback, useState } from 'react';
import { Outlet, Link as To } from 'react-router';
import { AccountPage } from '../account/AccountPage';
import { Entrance } from '../account/Entrance';
import { Waiting } from '../ui/Page';
import { DayTag } from './DayTag';
import { useKeys, useViews } from './keys';
import { useNursery } from '../data/nursery';
import { hasLeft, useSession } from '../data/session';
import { condensed } from './theme';
import { Strip } from './Strip';
import { Views } from './Views';
import { You } from './You';

// Asked for by few: they come when they are.
const SignInAgain = lazy(async () => ({ default: (await import('./Dialogs')).SignInAgain }));
const Keys = lazy(async () => ({ default: (await import('./Dialogs')).Keys }));

export function Shell() {
  const nursery = useNursery();
  const session = useSession();
  const base = `/n/${nursery}`;
  const [helping, setHelping] = useState(false);
  const help = useCallback(() => setHelping(true), []);
  useKeys(base, help);
  const views = useViews();
  const [entered, setEntered] = useState(false);
  const inside = Boolean(session.data?.name);
  if (inside && !entered) setEntered(true);
  // The session brings the token that writes need: nothing is shown before it is there.
  if (!session.data) return <Waiting error={session.error} retry={() => void session.refetch()} />;
  const name = session.data.nurseries.find((n) => n.id === nursery)?.name;
  if (!inside && (!entered || hasLeft())) {
    return <Entrance />;
  }
  if (inside && !name) {
    return (
      <AccountPage title="There is no such nursery here">
        <Button variant="contained" component={To} to="/">
          To your nurseries
        </Button>
      </AccountPage>
    );
  }

  return (
    <Box sx={{ minHeight: '100vh', pb: { xs: 17, md: 10 } }}>
      <Link
        href="#main"
        sx={{ position: 'absolute', left: -9999, '&:focus': { left: 8, top: 8, zIndex: 10, bgcolor: 'background.paper', p: 1 } }}
      >
        To the work
      </Link>
      <Box
        component="header"
        className="no-print"
        sx={{
          borderBottom: 1,
          borderColor: 'divider',
          bgcolor: 'bench.main',
          px: { xs: 2, md: 3 },
          display: 'flex',
          alignItems: 'center',
          gap: { xs: 1.5, md: 3 },
          minHeight: 60,
          // Letters twice as large on a phone: what does not fit beside it comes below.
          '@media (max-width: 16em)': { flexWrap: 'wrap', rowGap: 0, columnGap: 1, py: 0.5 },
        }}
      >
        <Box sx={{ minWidth: 0, flex: { xs: 1, md: 'none' } }}>
          <Typography component="p" sx={{ fontFamily: condensed, fontWeight: 700, fontSize: '1.3rem', lineHeight: 1.05 }}>
            Juvenal
          </Typography>
          <Typography
            component="p"
            noWrap
            sx={{ fontFamily: condensed, fontSize: '0.85rem', lineHeight: 1.1, color: 'text.secondary' }}
          >
            {name}
          </Typography>
        </Box>
        <Views base={base} wide />
        <Box
          sx={{
            '@media (max-width: 16em)': { flexWrap: 'wrap', ml: 0 },
            ml: 'auto',
            display: 'flex',
            alignItems: 'center',
            gap: 1,
          }}
        >
          <DayTag />
          <You />
          <Scheme />
          <Button
            variant="text"
            onClick={help}
            aria-label="Keys"
            sx={{ display: { xs: 'none', md: 'inline-flex' }, minWidth: 44, px: 1, textDecoration: 'none' }}
          >
            ?
          </Button>
        </Box>
      </Box>
      <Strip />
      <Box
        component="main"
        id="main"
        tabIndex={-1}
        sx={{ maxWidth: 1240, mx: 'auto', px: { xs: 2, md: 3 }, pt: { xs: 2, md: 2.5 }, outline: 'none' }}
      >
        <Outlet />
      </Box>
      <Views base={base} wide={false} />
      <Suspense fallback={null}>
        {/* The session ended while someone was working: what they typed stays there. */}
        {!inside && <SignInAgain />}
        {helping && <Keys views={views} onClose={() => setHelping(false)} />}
      </Suspense>
    </Box>
  );
}

function Scheme() {
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === 'system' ? systemMode : mode) === 'dark';
  return (
    <Button
      variant="text"
      aria-label={dark ? 'Light, for the sun' : 'Dark, for the evening'}
      onClick={() => setMode(dark ? 'light' : 'dark')}
      sx={{ minWidth: 44, px: 1 }}
    >
      <svg width="20" height="20" viewBox="0 0 20 20" fill="none" stroke="currentColor" strokeWidth="1.8" aria-hidden>
        {dark ? (
          <>
            <circle cx="10" cy="10" r="3.6" />
            <path d="M10 1.5v2.6M10 15.9v2.6M1.5 10h2.6M15.9 10h2.6M4 4l1.8 1.8M14.2 14.2 16 16M4 16l1.8-1.8M14.2 5.8 16 4" />
          </>
        ) : (
          <path d="M16.5 12.3A7.2 7.2 0 0 1 7.7 3.5a7.2 7.2 0 1 0 8.8 8.8Z" />
        )}
      </svg>
    </Button>
  );
}

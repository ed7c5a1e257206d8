import Box from '@mui/material/Box';
import { lazy, Suspense, useState } from 'react';
import { NavLink, useLocation } from 'react-router';
import { useViews, type View } from './keys';
import { viewItem as item } from './viewItem';

// Both come when they are asked for.
const MoreMenu = lazy(async () => ({ default: (await import('./MoreViews')).MoreMenu }));
const MoreSheet = lazy(async () => ({ default: (await import('./MoreViews')).MoreSheet }));

/** The views: in the head on a desk, under the thumb on a phone; what is asked for less often lies behind More. */
export function Views({ base, wide }: { base: string; wide: boolean }) {
  const views = useViews();
  const onBar = views.filter((v) => (wide ? v.bar !== 'more' : v.bar === 'both'));
  const rest = views.filter((v) => !onBar.includes(v));
  return (
    <Box
      component="nav"
      aria-label="Views"
      className="no-print"
      sx={
        wide
          ? { display: { xs: 'none', md: 'flex' }, alignSelf: 'stretch', gap: 0.5 }
          : {
              display: { xs: 'flex', md: 'none' },
              position: 'fixed',
              insetInline: 0,
              bottom: 0,
              zIndex: 5,
              bgcolor: 'bench.main',
              borderTop: 1,
              borderColor: 'divider',
            }
      }
    >
      {onBar.map((view) => (
        <Box key={view.path} component={NavLink} to={`${base}/${view.path}`} sx={item(wide)}>
          {view.name}
        </Box>
      ))}
      {wide ? rest.length > 0 && <MoreButton base={base} views={rest} /> : <MoreThumb base={base} views={rest} />}
    </Box>
  );
}

const useHere = (base: string, views: View[]) => {
  const { pathname } = useLocation();
  return views.some((v) => pathname.startsWith(`${base}/${v.path}`));
};

function MoreButton({ base, views }: { base: string; views: View[] }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const here = useHere(base, views);
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(e) => setAt(e.currentTarget)}
        sx={item(true, here)}
      >
        More
      </Box>
      {at && (
        <Suspense fallback={null}>
          <MoreMenu at={at} close={() => setAt(null)} base={base} views={views} />
        </Suspense>
      )}
    </>
  );
}

/** Everything that is not on the bar, two to a row, under the thumb. */
function MoreThumb({ base, views }: { base: string; views: View[] }) {
  const [open, setOpen] = useState(false);
  const here = useHere(base, views);
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(true)}
        sx={item(false, here)}
      >
        More
      </Box>
      {open && (
        <Suspense fallback={null}>
          <MoreSheet close={() => setOpen(false)} base={base} views={views} />
        </Suspense>
      )}
    </>
  );
}

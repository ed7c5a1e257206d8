import Box from '@mui/material/Box';
import Drawer from '@mui/material/Drawer';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import type { Theme } from '@mui/material/styles';
import { useState } from 'react';
import { Link as To, NavLink, useLocation, useNavigate } from 'react-router';
import { useViews, type View } from './keys';
import { condensed } from './theme';

/** The current view is an ink block with paper text: nothing is told by yellow alone. */
const item = (wide: boolean, here = false) =>
  ({
    fontFamily: condensed,
    fontWeight: 600,
    fontSize: wide ? '1.08rem' : '1rem',
    color: 'text.primary',
    textDecoration: 'none',
    display: 'flex',
    alignItems: 'center',
    justifyContent: 'center',
    border: 0,
    background: 'none',
    cursor: 'pointer',
    ...(wide ? { px: 1.75, my: 0.75, borderRadius: 1 } : { flex: 1, minHeight: 56 }),
    ...(here && { bgcolor: 'text.primary', color: 'background.paper' }),
    '&.active': { bgcolor: 'text.primary', color: 'background.paper' },
    '&:focus-visible': { outline: '3px solid', outlineColor: (t: Theme) => (t.vars ?? t).palette.label.main, outlineOffset: -3 },
  }) as const;

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
      {wide ? rest.length > 0 && <MoreMenu base={base} views={rest} /> : <MoreSheet base={base} views={rest} />}
    </Box>
  );
}

const useHere = (base: string, views: View[]) => {
  const { pathname } = useLocation();
  return views.some((v) => pathname.startsWith(`${base}/${v.path}`));
};

function MoreMenu({ base, views }: { base: string; views: View[] }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const navigate = useNavigate();
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
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {views.map((v) => (
          <MenuItem
            key={v.path}
            onClick={() => {
              setAt(null);
              void navigate(`${base}/${v.path}`);
            }}
          >
            {v.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** Everything that is not on the bar, two to a row, under the thumb. */
function MoreSheet({ base, views }: { base: string; views: View[] }) {
  const [open, setOpen] = useState(false);
  const here = useHere(base, views);
  const close = () => setOpen(false);
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
      <Drawer
        anchor="bottom"
        open={open}
        onClose={close}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'More' } as object }}
      >
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, p: 2 }}>
          {views.map((v) => (
            <Box
              key={v.path}
              component={To}
              to={`${base}/${v.path}`}
              onClick={close}
              sx={{ ...item(false), border: 1, borderColor: 'divider', borderRadius: 1 }}
            >
              {v.name}
            </Box>
          ))}
          <Box
            component={To}
            to={`${base}/batches`}
            state={{ find: true }}
            onClick={close}
            sx={{ ...item(false), border: 1, borderColor: 'divider', borderRadius: 1 }}
          >
            Find
          </Box>
        </Box>
      </Drawer>
    </>
  );
}

import Box from '@mui/material/Box';
import Drawer from '@mui/material/Drawer';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { Link as To, useNavigate } from 'react-router';
import type { View } from './keys';
import { viewItem as item } from './viewItem';

/** What is asked for less often, on a desk. */
export function MoreMenu({ at, close, base, views }: { at: HTMLElement; close: () => void; base: string; views: View[] }) {
  const navigate = useNavigate();
  return (
    <Menu anchorEl={at} open onClose={close}>
      {views.map((v) => (
        <MenuItem
          key={v.path}
          onClick={() => {
            close();
            void navigate(`${base}/${v.path}`);
          }}
        >
          {v.name}
        </MenuItem>
      ))}
    </Menu>
  );
}

/** Everything that is not on the bar, two to a row, under the thumb. */
export function MoreSheet({ close, base, views }: { close: () => void; base: string; views: View[] }) {
  return (
    <Drawer anchor="bottom" open onClose={close} slotProps={{ paper: { role: 'dialog', 'aria-label': 'More' } as object }}>
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
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import ListSubheader from '@mui/material/ListSubheader';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useNursery } from '../data/nursery';
import { roles, useDemo, useRole, useSession, useSignOut, type Role } from '../data/session';

/** Who one is here; other nurseries; out. In the demo, also: as someone else. */
export function You() {
  const session = useSession().data;
  const nursery = useNursery();
  const role = useRole();
  const navigate = useNavigate();
  const demo = useDemo();
  const signOut = useSignOut();
  const [at, setAt] = useState<HTMLElement | null>(null);
  if (!session?.name) return null;
  const close = () => setAt(null);
  const others = session.nurseries.filter((n) => n.id !== nursery);
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
      <Menu anchorEl={at} open={at !== null} onClose={close}>
        <ListSubheader sx={{ lineHeight: 1.3, py: 1, bgcolor: 'transparent' }}>
          {session.name}
          <br />
          {roles[role].may}.
        </ListSubheader>
        {session.demo &&
          (['owner', 'grower', 'helper'] as Role[])
            .filter((r) => r !== role)
            .map((r) => (
              <MenuItem
                key={r}
                onClick={() => {
                  close();
                  // What the other may not see must not stay on the page.
                  demo.mutate(r, { onSuccess: () => void navigate(`/n/${nursery}/round`) });
                }}
              >
                See it as {roles[r].name.toLowerCase()}
              </MenuItem>
            ))}
        {others.length > 0 && <Divider />}
        {others.map((n) => (
          <MenuItem
            key={n.id}
            onClick={() => {
              close();
              void navigate(`/n/${n.id}/round`);
            }}
          >
            To {n.name}
          </MenuItem>
        ))}
        <Divider />
        <MenuItem onClick={() => void navigate('/account')}>Your account</MenuItem>
        <MenuItem
          onClick={() => {
            close();
            signOut.mutate();
          }}
        >
          Sign out
        </MenuItem>
      </Menu>
    </>
  );
}

import Divider from '@mui/material/Divider';
import ListSubheader from '@mui/material/ListSubheader';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useNavigate } from 'react-router';
import { useNursery } from '../data/nursery';
import { roles, useDemo, useRole, useSession, useSignOut, type Role } from '../data/session';

/** Other nurseries, the account, out; in the demo, as someone else. */
export function YouMenu({ at, close }: { at: HTMLElement; close: () => void }) {
  const session = useSession().data;
  const nursery = useNursery();
  const role = useRole();
  const navigate = useNavigate();
  const demo = useDemo();
  const signOut = useSignOut();
  if (!session) return null;
  const others = session.nurseries.filter((n) => n.id !== nursery);
  return (
    <Menu anchorEl={at} open onClose={close}>
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
  );
}

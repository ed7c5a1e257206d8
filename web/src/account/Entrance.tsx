import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useEffect } from 'react';
import { hasLeft, roles, useDemo, useSession, type Role } from '../data/session';
import { Waiting } from '../ui/Page';
import { Wrong } from '../ui/Wrong';
import { AccountPage } from './AccountPage';

const SignIn = lazy(async () => ({ default: (await import('./SignIn')).SignIn }));

/** What stands before a nursery: signing in; in the demo anyone on this machine comes in, and sees no door. */
export function Entrance() {
  const session = useSession();
  if (session.data?.demo)
    return hasLeft() ? (
      <AccountPage title="Come in">
        <DemoDoor />
      </AccountPage>
    ) : (
      <DemoDoor />
    );
  return (
    <AccountPage title="Sign in">
      <Suspense fallback={<Waiting error={null} />}>
        <SignIn />
      </Suspense>
    </AccountPage>
  );
}

/** As whom one comes into the demo; by itself as its owner, but not right after one has signed out. */
export function DemoDoor() {
  const { mutate, error, isPending, isIdle } = useDemo();
  const alone = !hasLeft();
  useEffect(() => {
    if (alone && isIdle) mutate('owner');
  }, [alone, isIdle, mutate]);
  if (alone && !error) return <Waiting error={null} />;
  return (
    <Box sx={{ display: 'grid', gap: 1.5, pt: 1, justifyItems: 'start' }}>
      <Typography>A made-up nursery: come in as whom you like.</Typography>
      {error && <Wrong>{error.message}</Wrong>}
      {(['owner', 'grower', 'helper'] as Role[]).map((role) => (
        <Button
          key={role}
          variant={role === 'owner' ? 'contained' : 'outlined'}
          disabled={isPending}
          onClick={() => mutate(role)}
          sx={{ minWidth: 200, justifyContent: 'flex-start' }}
        >
          As {roles[role].name.toLowerCase()}
        </Button>
      ))}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { roles, useJoin, useSession } from '../data/session';
import { Waiting } from '../ui/Page';
import { NewAccountFields, SignInForm } from './SignIn';
import { AccountPage } from './AccountPage';
import { Wrong } from '../ui/Wrong';

/** A one-time link was opened: what it is for, and who joins. */
export function InvitationView() {
  const secret = useLocation().hash.slice(1);
  const session = useSession();
  const look = useQuery({
    queryKey: ['invitation', secret],
    queryFn: () => unwrap(api.POST('/api/invitation/look', { body: { secret } })),
    enabled: Boolean(session.data && secret),
    staleTime: Infinity,
  });
  if (!secret || (look.error instanceof Problem && look.error.status === 404)) {
    return (
      <AccountPage title="This link opens nothing">
        <Typography>It works once and for seven days. Ask an owner of the nursery for a new one.</Typography>
      </AccountPage>
    );
  }
  if (!look.data || !session.data) {
    return (
      <AccountPage title="An invitation">
        <Waiting error={look.error ?? session.error} retry={() => void look.refetch()} />
      </AccountPage>
    );
  }
  return (
    <AccountPage title={look.data.nursery}>
      <Typography sx={{ mb: 2 }}>
        You are asked in as <b>{roles[look.data.role].name.toLowerCase()}</b>. {roles[look.data.role].may}.
      </Typography>
      <Join secret={secret} session={session.data} />
    </AccountPage>
  );
}

function Join({ secret, session }: { secret: string; session: Schemas['Session'] }) {
  const join = useJoin();
  const navigate = useNavigate();
  const [form, setForm] = useState({ name: '', password: '' });
  const [how, setHow] = useState<'new' | 'known'>('new');
  const problem = join.error instanceof Problem ? join.error : null;
  const enter = (body: Schemas['JoinInput']) =>
    join.mutate(body, {
      onSuccess: (opened) => void navigate(`/n/${(opened as Schemas['Opened']).id}/round`, { replace: true }),
    });

  if (session.name !== null) {
    return (
      <Box sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
        {join.error && <Wrong>{join.error.message}</Wrong>}
        <Button
          variant="contained"
          size="large"
          loading={join.isPending}
          onClick={() => enter({ secret, name: null, password: null })}
        >
          Join as {session.name}
        </Button>
      </Box>
    );
  }
  if (how === 'known') {
    return (
      <>
        <SignInForm />
        <Button variant="text" onClick={() => setHow('new')} sx={{ mt: 1, px: 0 }}>
          I have no account yet
        </Button>
      </>
    );
  }
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        enter({ secret, ...form });
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <NewAccountFields form={form} set={(change) => setForm({ ...form, ...change })} problem={problem} />
      {join.error && Object.keys(problem?.errors ?? {}).length === 0 && <Wrong>{join.error.message}</Wrong>}
      <Button type="submit" variant="contained" size="large" loading={join.isPending}>
        Make the account and come in
      </Button>
      <Button variant="text" onClick={() => setHow('known')} sx={{ px: 0, justifySelf: 'start' }}>
        I have an account here
      </Button>
    </Box>
  );
}

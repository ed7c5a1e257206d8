import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { openAnew, roles, usePassword, useSession, useSignOut } from '../data/session';
import { FileButton } from '../ui/FileButton';
import { PasswordField, TextLine } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { SignIn } from './SignIn';
import { AccountPage } from './AccountPage';
import { Wrong } from '../ui/Wrong';

/** One's account: its nurseries, its password. */
export function AccountView() {
  const session = useSession();
  const signOut = useSignOut();
  if (!session.data) return <Waiting error={session.error} retry={() => void session.refetch()} />;
  if (session.data.name === null) {
    return (
      <AccountPage title="Sign in">
        <SignIn />
      </AccountPage>
    );
  }
  return (
    <AccountPage title={session.data.name}>
      <Box sx={{ display: 'grid', gap: 4 }}>
        <Nurseries session={session.data} />
        {!session.data.demo && <Password />}
        <Box>
          <Button variant="outlined" loading={signOut.isPending} onClick={() => signOut.mutate()}>
            Sign out
          </Button>
          {signOut.error && <Wrong>{signOut.error.message}</Wrong>}
        </Box>
      </Box>
    </AccountPage>
  );
}

function Nurseries({ session }: { session: Schemas['Session'] }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const enter = async (opened: Schemas['Opened']) => {
    await openAnew(client);
    await navigate(`/n/${opened.id}/round`);
  };
  const open = useMutation({
    mutationFn: () => unwrap(api.POST('/api/nurseries', { body: { name } })),
    onSuccess: enter,
  });
  const problem = open.error instanceof Problem ? open.error : null;
  return (
    <Box component="section">
      <Typography variant="h2" sx={{ mb: 1 }}>
        Nurseries
      </Typography>
      {session.nurseries.length === 0 && (
        <Typography color="textSecondary">You belong to none. Ask an owner for an invitation link.</Typography>
      )}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, borderTop: 1, borderColor: 'divider' }}>
        {session.nurseries.map((n) => (
          <Box
            component="li"
            key={n.id}
            sx={{
              display: 'flex',
              alignItems: 'center',
              justifyContent: 'space-between',
              minHeight: 48,
              borderBottom: 1,
              borderColor: 'divider',
            }}
          >
            <Button variant="text" component={Link} to={`/n/${n.id}/round`} sx={{ px: 0 }}>
              {n.name}
            </Button>
            <Typography color="textSecondary">{roles[n.role].name}</Typography>
          </Box>
        ))}
      </Box>
      {session.mayOpen && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            open.mutate();
          }}
          sx={{ display: 'flex', gap: 1, mt: 2, alignItems: 'start' }}
        >
          <TextLine
            label="Open another nursery"
            value={name}
            onChange={setName}
            error={problem?.at('name') ?? problem?.message}
          />
          <Button type="submit" variant="outlined" loading={open.isPending} disabled={!name.trim()}>
            Open
          </Button>
        </Box>
      )}
      {session.mayOpen && <Import file={file} onFile={setFile} onDone={enter} />}
    </Box>
  );
}

/** A nursery that was exported comes in as a new one. */
function Import(props: {
  file: File | null;
  onFile: (file: File | null) => void;
  onDone: (opened: Schemas['Opened']) => Promise<void>;
}) {
  const bring = useMutation({
    mutationFn: (body: File) =>
      unwrap(
        api.POST('/api/import', {
          body: body as unknown as string,
          bodySerializer: (b) => b as unknown as BodyInit,
          headers: { 'Content-Type': 'application/zip' },
        }),
      ),
    onSuccess: props.onDone,
  });
  return (
    <Box sx={{ mt: 2 }}>
      <FileButton
        accept=".zip"
        label="Exported nursery"
        loading={bring.isPending}
        onFile={(file) => {
          props.onFile(file);
          bring.mutate(file);
        }}
      >
        Bring in an exported nursery
      </FileButton>
      {props.file && bring.isPending && <Typography sx={{ mt: 1 }}>Reading {props.file.name}…</Typography>}
      {bring.error && <Wrong sx={{ mt: 1 }}>{bring.error.message}</Wrong>}
    </Box>
  );
}

function Password() {
  const change = usePassword();
  const { say } = useSay();
  const [form, setForm] = useState({ current: '', next: '' });
  const problem = change.error instanceof Problem ? change.error : null;
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        change.mutate(form, {
          onSuccess: () => {
            setForm({ current: '', next: '' });
            say('The new password holds. You are signed out everywhere else.');
          },
        });
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <Typography variant="h2">Another password</Typography>
      <PasswordField
        label="Password now"
        value={form.current}
        onChange={(current) => setForm({ ...form, current })}
        error={problem?.at('current')}
        autoComplete="current-password"
      />
      <PasswordField
        label="New password"
        value={form.next}
        onChange={(next) => setForm({ ...form, next })}
        error={problem?.at('next')}
        help="Every other browser is signed out."
        autoComplete="new-password"
      />
      {change.error && Object.keys(problem?.errors ?? {}).length === 0 && <Wrong>{change.error.message}</Wrong>}
      <Button
        type="submit"
        variant="outlined"
        loading={change.isPending}
        disabled={!form.current || !form.next}
        sx={{ justifySelf: 'start' }}
      >
        Change it
      </Button>
    </Box>
  );
}

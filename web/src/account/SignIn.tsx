import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem } from '../api/client';
import { useSession, useSignIn, useSignUp } from '../data/session';
import { Waiting } from '../ui/Page';
import { Code } from '../ui/Warning';
import { PasswordField, TextLine } from '../ui/Field';
import { Wrong } from '../ui/Wrong';

/** Signing in: a name and a password. */
export function SignIn() {
  const session = useSession();
  const [isNew, setIsNew] = useState(false);
  if (!session.data) return <Waiting error={session.error} retry={() => void session.refetch()} />;
  if (isNew) return <SignUp onBack={() => setIsNew(false)} />;
  return (
    <>
      <SignInForm />
      {session.data.signUp && (
        <Button variant="text" onClick={() => setIsNew(true)} sx={{ mt: 2, px: 0 }}>
          I have no account yet
        </Button>
      )}
    </>
  );
}

export function SignInForm({ onDone }: { onDone?: () => void }) {
  const signIn = useSignIn();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        signIn.mutate({ name, password }, onDone ? { onSuccess: onDone } : {});
      }}
      sx={{ display: 'grid', gap: 2, pt: 1 }}
    >
      <TextLine label="Name" value={name} onChange={setName} autoComplete="username" autoFocus />
      <PasswordField label="Password" value={password} onChange={setPassword} autoComplete="current-password" />
      {signIn.error && <Wrong>{signIn.error.message}</Wrong>}
      <Button type="submit" variant="contained" size="large" loading={signIn.isPending} disabled={!name || !password}>
        Sign in
      </Button>
      <Typography color="textSecondary" sx={{ fontSize: '0.95rem' }}>
        Forgotten the password? Whoever runs this Juvenal gives you a new one: <Code>./juvenal password NAME</Code>
      </Typography>
    </Box>
  );
}

function SignUp({ onBack }: { onBack: () => void }) {
  const signUp = useSignUp();
  const [form, setForm] = useState({ name: '', password: '', nursery: '' });
  const problem = signUp.error instanceof Problem ? signUp.error : null;
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        signUp.mutate(form);
      }}
      sx={{ display: 'grid', gap: 2, pt: 1 }}
    >
      <TextLine
        label="What your nursery is called"
        value={form.nursery}
        onChange={(nursery) => setForm({ ...form, nursery })}
        error={problem?.at('nursery')}
        autoFocus
      />
      <NewAccountFields form={form} set={(change) => setForm({ ...form, ...change })} problem={problem} />
      {signUp.error && Object.keys(problem?.errors ?? {}).length === 0 && <Wrong>{signUp.error.message}</Wrong>}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" loading={signUp.isPending}>
          Make the account
        </Button>
        <Button variant="text" onClick={onBack}>
          Back
        </Button>
      </Box>
    </Box>
  );
}

export function NewAccountFields(props: {
  form: { name: string; password: string };
  set: (change: { name?: string; password?: string }) => void;
  problem: Problem | null;
}) {
  return (
    <>
      <TextLine
        label="Your name here"
        value={props.form.name}
        onChange={(name) => props.set({ name })}
        error={props.problem?.at('name')}
        help="You sign in with it, and the others see it in the ledger."
        autoComplete="username"
      />
      <PasswordField
        label="Password"
        value={props.form.password}
        onChange={(password) => props.set({ password })}
        error={props.problem?.at('password')}
        help="At least 10 letters: a few words that belong together only for you."
        autoComplete="new-password"
      />
    </>
  );
}

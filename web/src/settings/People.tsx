import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from '../data/nursery';
import { roles, type Role } from '../data/session';
import { moment } from '../ui/dates';
import { Waiting } from '../ui/Page';
import { QrPicture } from '../ui/QrPicture';
import { useSay } from '../ui/Say';
import { SureButton } from '../ui/SureButton';
import { Code, Warning } from '../ui/Warning';

const all: Role[] = ['helper', 'grower', 'owner'];

/** Who belongs to the nursery, who is asked to, and who came when. */
export function People() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say, complain } = useSay();
  const [inviting, setInviting] = useState(false);
  const people = useQuery({
    queryKey: [nursery, 'people'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/people', { params: { path: { nursery } } })),
  });
  const change = useMutation({
    mutationFn: ({ account, role }: { account: string; role: Role | null }) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/people/{account}', { params: { path: { nursery, account } }, body: { role } })),
    onSuccess: (_, { role }) => {
      say(role ? 'Changed.' : 'Removed.');
      return refresh();
    },
    onError: (e) => complain(e instanceof Problem ? (e.at('role') ?? e.message) : e.message),
  });
  const withdraw = useMutation({
    mutationFn: (id: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/invitations/{id}', { params: { path: { nursery, id } } })),
    onSuccess: refresh,
    onError: (e) => complain(e.message),
  });
  if (!people.data) return <Waiting error={people.error} retry={() => void people.refetch()} />;
  const open = people.data.invitations.filter((i) => i.open);
  return (
    <Box sx={{ maxWidth: 860 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1, flexWrap: 'wrap' }}>
        <Typography color="textSecondary" sx={{ flex: '1 1 260px' }}>
          Who belongs here, and what each may do.
        </Typography>
        <Button variant="contained" onClick={() => setInviting(true)}>
          Invite someone
        </Button>
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
        {people.data.members.map((m) => (
          <Box
            component="li"
            key={m.accountId}
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              columnGap: 2,
              borderBottom: 1,
              borderColor: 'divider',
              py: 0.75,
            }}
          >
            <Typography sx={{ fontWeight: 600, flex: '1 1 180px' }}>
              {m.name}
              {m.you ? ' (you)' : ''}
            </Typography>
            <TextField
              select
              value={m.role}
              onChange={(e) => change.mutate({ account: m.accountId, role: e.target.value as Role })}
              slotProps={{ htmlInput: { 'aria-label': `Role of ${m.name}` } }}
              sx={{ width: 130 }}
            >
              {all.map((r) => (
                <MenuItem key={r} value={r}>
                  {roles[r].name}
                </MenuItem>
              ))}
            </TextField>
            <SureButton
              text="Remove"
              sure="Yes, remove"
              label={`Remove ${m.name}`}
              onSure={() => change.mutate({ account: m.accountId, role: null })}
            />
          </Box>
        ))}
      </Box>
      {open.length > 0 && (
        <>
          <Typography variant="h2" sx={{ mt: 3, mb: 1 }}>
            Invitations that wait
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {open.map((i) => (
              <Box component="li" key={i.id} sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
                <span>
                  {roles[i.role].name}, until {moment(i.expiresAt)}
                </span>
                <Button variant="text" onClick={() => withdraw.mutate(i.id)}>
                  Withdraw
                </Button>
              </Box>
            ))}
          </Box>
        </>
      )}
      <Audit />
      {inviting && <Invite onClose={() => setInviting(false)} />}
    </Box>
  );
}

function Invite({ onClose }: { onClose: () => void }) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  const [role, setRole] = useState<Role>('helper');
  const invite = useMutation({
    mutationFn: () => unwrap(api.POST('/api/nurseries/{nursery}/invitations', { params: { path: { nursery } }, body: { role } })),
    onSuccess: () => refresh(),
  });
  const problem = invite.error instanceof Problem ? invite.error : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Invite someone</DialogTitle>
      <DialogContent>
        {invite.data ? (
          <Link link={invite.data} say={say} />
        ) : (
          <Box sx={{ display: 'grid', gap: 1.5, pt: 1 }}>
            <TextField
              select
              label="As"
              value={role}
              onChange={(e) => setRole(e.target.value as Role)}
              error={Boolean(invite.error)}
              helperText={problem?.at('role') ?? invite.error?.message ?? `${roles[role].may}.`}
            >
              {all.map((r) => (
                <MenuItem key={r} value={r}>
                  {roles[r].name}
                </MenuItem>
              ))}
            </TextField>
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          {invite.data ? 'Close' : 'Back'}
        </Button>
        {!invite.data && (
          <Button variant="contained" loading={invite.isPending} onClick={() => invite.mutate()}>
            Make the link
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

function Link({ link, say }: { link: Schemas['InvitationLink']; say: (text: string) => void }) {
  const address = window.location.origin + link.path;
  const local = ['127.0.0.1', 'localhost', '[::1]'].includes(window.location.hostname);
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Typography>Pass this link on. It works once, until {moment(link.expiresAt)}, and is not shown again.</Typography>
      <Box sx={{ overflowWrap: 'anywhere', fontWeight: 600 }}>{address}</Box>
      <Button
        variant="outlined"
        sx={{ justifySelf: 'start' }}
        onClick={() => void navigator.clipboard.writeText(address).then(() => say('Copied.'))}
      >
        Copy
      </Button>
      {local ? (
        <Warning>
          This address opens on this machine only. For a phone, start Juvenal with <Code>./juvenal start --lan</Code>
        </Warning>
      ) : (
        <QrPicture text={address} label="The link as a QR code" />
      )}
    </Box>
  );
}

function Audit() {
  const nursery = useNursery();
  const [many, setMany] = useState(12);
  const audit = useQuery({
    queryKey: [nursery, 'audit'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/audit', { params: { path: { nursery } } })),
  });
  return (
    <>
      <Typography variant="h2" sx={{ mt: 3, mb: 1 }}>
        Who came, and what was changed about people
      </Typography>
      {!audit.data ? (
        <Waiting error={audit.error} />
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
          {audit.data.slice(0, many).map((a, i) => (
            <Box
              component="li"
              key={i}
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: '1fr', sm: '190px 180px 1fr' },
                columnGap: 2,
                borderBottom: 1,
                borderColor: 'divider',
                py: 0.75,
              }}
            >
              <Typography component="span" color="textSecondary">
                {moment(a.at)}
              </Typography>
              <span>{a.by}</span>
              <span>{a.sentence}</span>
            </Box>
          ))}
        </Box>
      )}
      {audit.data && audit.data.length > many && (
        <Button variant="text" onClick={() => setMany(many + 50)}>
          Older
        </Button>
      )}
    </>
  );
}

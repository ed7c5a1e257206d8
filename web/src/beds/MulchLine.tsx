import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMulch, type Mulch } from '../data/useMulch';
import { clock } from '../ui/dates';

const said: Record<Mulch['work'], string> = { 'pull-back': 'Pulled back', 'put-back': 'Put back' };
const asked: Record<Mulch['work'], string> = { 'pull-back': 'Pull the mulch back', 'put-back': 'Put the mulch back' };

/** The mulch of a bed: what is to be done with it, by one tap, and taken back the same day. */
export function MulchLine({ mulch: m, title }: { mulch: Mulch; title?: string }) {
  const { done, back } = useMulch(m.placeId);
  return (
    <Box sx={{ display: 'flex', flexWrap: { xs: 'wrap', sm: 'nowrap' }, alignItems: 'center', columnGap: 2, py: 1 }}>
      <Box sx={{ flex: 1, minWidth: 180 }}>
        <Typography sx={{ fontWeight: 600 }}>
          {m.done ? (title ?? 'Mulch') : title ? `${title}: ${asked[m.work].toLowerCase()}` : asked[m.work]}
        </Typography>
        {m.done ? (
          <Typography color="textSecondary">
            {said[m.done.work]}, {clock(m.done.writtenAt)}
            {m.done.by ? `, ${m.done.by}` : ''}
          </Typography>
        ) : (
          <Typography color={m.isDue ? undefined : 'textSecondary'}>{m.text}</Typography>
        )}
      </Box>
      {m.done ? (
        <Button
          className="no-print"
          variant="text"
          aria-label={`Undo: ${said[m.done.work].toLowerCase()}, ${m.place}`}
          loading={back.isPending}
          onClick={() => m.done && back.mutate(m.done.id)}
        >
          Undo
        </Button>
      ) : (
        <Button
          className="no-print"
          variant={m.isDue ? 'outlined' : 'text'}
          aria-label={`${said[m.work]}: ${m.place}`}
          loading={done.isPending}
          onClick={() => done.mutate(m.work)}
          sx={{ minHeight: 48, minWidth: 96 }}
        >
          {said[m.work]}
        </Button>
      )}
    </Box>
  );
}

/** Beds whose mulch is pulled back or put back today. */
export function MulchToday({ mulch }: { mulch: Mulch[] }) {
  if (mulch.length === 0) return null;
  return (
    <Box component="section" aria-label="Mulch" sx={{ mb: 2.5 }}>
      <Typography variant="h2">Mulch</Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {mulch.map((m) => (
          <Box component="li" key={m.placeId} sx={{ borderBottom: 1, borderColor: 'divider' }}>
            <MulchLine mulch={m} title={m.place} />
          </Box>
        ))}
      </Box>
    </Box>
  );
}

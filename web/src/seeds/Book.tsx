import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from '../data/nursery';
import { useMay } from '../data/session';
import { day } from '../ui/dates';
import { DayField } from '../ui/DayField';
import { Choose, NumberField, TextLine } from '../ui/Field';
import { useSay } from '../ui/Say';
import { counted, number } from '../ui/units';
import { useEntryIds } from '../data/useEntryIds';
import type { Lot } from '../data/useLots';
import { Wrong } from '../ui/Wrong';

type Line = Schemas['LotEntryAnswer'];
type Kind = Schemas['LotEntryKind'];

const share = (value: number | null) => `${Math.round((value ?? 0) * 100)} %`;

const words = (e: Line): string =>
  e.kind === 'test'
    ? `${e.up} of ${e.seeds} came up (${share(e.lower)} to ${share(e.upper)})`
    : e.kind === 'recount'
      ? `counted: ${counted(e.seeds, 'seed')} left`
      : `${counted(e.seeds, 'seed')} gone`;

/** What a packet went through besides sowing: nothing is overwritten. */
export function Book({ lot, today }: { lot: Lot; today: string }) {
  const [open, setOpen] = useState(false);
  const [logging, setLogging] = useState<Kind | null>(null);
  const may = useMay('grower');
  const log = useLogLot(lot);
  return (
    <Box className="no-print">
      {may && (
        <Button variant="text" onClick={() => setLogging('test')} sx={{ px: 1, ml: -1, minHeight: 40 }}>
          Log a test
        </Button>
      )}
      {may && (
        <Button variant="text" onClick={() => setLogging('recount')} sx={{ px: 1, minHeight: 40 }}>
          Recount
        </Button>
      )}
      {lot.book.length > 0 && (
        <Button variant="text" onClick={() => setOpen(!open)} aria-expanded={open} sx={{ px: 1, minHeight: 40 }}>
          Its book ({lot.book.length})
        </Button>
      )}
      {open &&
        lot.book.map((e) => (
          <Box
            key={e.id}
            sx={{
              display: 'flex',
              gap: 1,
              alignItems: 'center',
              flexWrap: 'wrap',
              textDecoration: e.takenBack ? 'line-through' : 'none',
            }}
          >
            <span>{day(e.happenedOn)}:</span> <span>{words(e)}</span>
            {e.note && <Typography color="textSecondary">{e.note}</Typography>}
            {may && !e.takenBack && (
              <Button
                variant="text"
                sx={{ px: 1, minHeight: 40 }}
                aria-label={`Undo: ${words(e)}`}
                onClick={() => log.mutate({ kind: 'undo', happenedOn: today, seeds: 0, up: null, note: null, corrects: e.id })}
              >
                Undo
              </Button>
            )}
          </Box>
        ))}
      {logging && <LogLot lot={lot} today={today} first={logging} onClose={() => setLogging(null)} />}
    </Box>
  );
}

type Said = Omit<Schemas['LotEntryInput'], 'id'>;

function useLogLot(lot: Lot) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: (said: Said) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/lots/{id}/entries', {
          params: { path: { nursery, id: lot.lot.id } },
          body: { ...said, id: idsFor([lot.lot.id, said])[0] },
        }),
      ),
    onSuccess: () => {
      written();
      say('Logged.');
      return refresh();
    },
  });
}

function LogLot({ lot, today, first, onClose }: { lot: Lot; today: string; first: Kind; onClose: () => void }) {
  const log = useLogLot(lot);
  const [kind, setKind] = useState<Kind>(first);
  const [seeds, setSeeds] = useState('');
  const [up, setUp] = useState('');
  const [on, setOn] = useState(today);
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const problem = log.error instanceof Problem ? log.error : null;
  const error = (field: string) => wrong[field] ?? problem?.at(field);
  const send = () => {
    const errors: Record<string, string> = {};
    const whole = (text: string, field: string) => {
      const value = number(text);
      if (value === null || !Number.isInteger(value)) errors[field] = 'Type a whole number.';
      return value ?? 0;
    };
    const said: Said = {
      kind,
      happenedOn: on,
      seeds: whole(seeds, 'seeds'),
      up: kind === 'test' ? whole(up, 'up') : null,
      note: note.trim() === '' ? null : note.trim(),
      corrects: null,
    };
    if (!on) errors.happenedOn = 'Choose the day.';
    setWrong(errors);
    if (Object.keys(errors).length === 0) log.mutate(said, { onSuccess: onClose });
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault();
          send();
        }}
      >
        <DialogTitle>{lot.lot.name}</DialogTitle>
        <DialogContent>
          <Box sx={{ display: 'grid', gap: 2, pt: 1 }}>
            <Choose
              label="What"
              value={kind}
              onChange={(k) => setKind(k as Kind)}
              options={[
                { value: 'test', label: 'germination test' },
                { value: 'recount', label: 'recount of what is left' },
                { value: 'gone', label: 'given away, spilt, thrown out' },
              ]}
            />
            <Box sx={{ display: 'grid', gridTemplateColumns: kind === 'test' ? '1fr 1fr' : '1fr', gap: 2 }}>
              <NumberField
                label={kind === 'test' ? 'Laid out' : kind === 'recount' ? 'Seeds left' : 'Seeds gone'}
                value={seeds}
                onChange={setSeeds}
                error={error('seeds')}
                autoFocus
              />
              {kind === 'test' && <NumberField label="Came up" value={up} onChange={setUp} error={error('up')} />}
            </Box>
            <DayField label="Day" value={on} onChange={setOn} max={today} error={error('happenedOn')} />
            <TextLine label="Note" value={note} onChange={setNote} error={error('note')} />
            {kind === 'test' && (
              <Typography color="textSecondary">
                10 to 20 seeds on damp paper, warm, for as long as the crop takes; count what shows a root.
              </Typography>
            )}
            {problem && Object.keys(problem.errors).length === 0 && <Wrong>{problem.message}</Wrong>}
          </Box>
        </DialogContent>
        <DialogActions>
          <Button variant="text" onClick={onClose}>
            Back
          </Button>
          <Button type="submit" variant="contained" loading={log.isPending}>
            Log
          </Button>
        </DialogActions>
      </Box>
    </Dialog>
  );
}

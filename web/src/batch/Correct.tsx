import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { day } from '../ui/dates';
import { About } from '../ui/About';
import { Doubt } from '../ui/Doubt';
import { DayField, NumberField } from '../ui/Field';
import { number } from '../ui/units';
import { useLog, type Batch } from './useBatch';

type Entry = Schemas['EntryAnswer'];
type Field = 'seeds' | 'seedlings' | 'containers' | 'containersTo';

const names: Record<Field, string> = {
  seeds: 'Seeds',
  seedlings: 'Seedlings',
  containers: 'Containers',
  containersTo: 'Containers there',
};

/** The numbers that an entry has. */
const fieldsOf = (entry: Entry): Field[] =>
  entry.kind === 'sown'
    ? ['seeds', 'containers']
    : entry.kind === 'emerged'
      ? ['seedlings']
      : entry.kind === 'separated'
        ? ['containers']
        : entry.kind === 'moved'
          ? ['seedlings', 'containers', 'containersTo']
          : ['seedlings', 'containers'];

/** A miscount is put right by an entry of its own: the first one stays readable. */
export function Correct({ batch, entry, onClose }: { batch: Batch; entry: Entry; onClose: () => void }) {
  const log = useLog(batch);
  const [typed, setTyped] = useState<Record<Field, string>>({
    seeds: String(entry.seeds),
    seedlings: String(entry.seedlings),
    containers: String(entry.containers),
    containersTo: String(entry.containersTo),
  });
  const [on, setOn] = useState(entry.happenedOn);
  const [about, setAbout] = useState(entry.about);
  const [wrong, setWrong] = useState<Partial<Record<Field, string>>>({});
  /** Containers that were as many as the plants go on being as many, until they are typed. */
  const type = (field: Field, text: string) =>
    setTyped((was) => {
      const follows = (f: Field) => field === 'seedlings' && f !== 'seedlings' && f !== 'seeds' && was[f] === was.seedlings;
      return {
        ...was,
        [field]: text,
        ...(follows('containers') ? { containers: text } : {}),
        ...(follows('containersTo') ? { containersTo: text } : {}),
      };
    });
  const problem = log.error instanceof Problem ? log.error : null;
  const doubted = problem !== null && problem.doubts.length > 0;
  const fields = fieldsOf(entry);
  const send = () => {
    const values = { seeds: 0, seedlings: 0, containers: 0, containersTo: 0 };
    const errors: Partial<Record<Field, string>> = {};
    for (const f of fields) {
      const value = number(typed[f]);
      if (value === null || !Number.isInteger(value) || value < 0) errors[f] = 'Type a whole number.';
      else values[f] = value;
    }
    setWrong(errors);
    if (Object.keys(errors).length > 0) return;
    log.mutate(
      { kind: 'corrected', happenedOn: batch.today, corrects: entry.id, newDay: on, about, ...values },
      { onSuccess: onClose },
    );
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
        <DialogTitle>Correct: {day(entry.happenedOn)}</DialogTitle>
        <DialogContent>
          <Typography sx={{ mb: 2 }}>
            {entry.text}. The right numbers count from the right day on; what was written stays readable.
          </Typography>
          <Box sx={{ display: 'grid', gap: 2 }}>
            {fields.map((f, i) => (
              <NumberField
                key={f}
                label={entry.kind === 'emerged' ? 'Up by that day' : names[f]}
                value={typed[f]}
                onChange={(text) => type(f, text)}
                error={wrong[f] ?? (doubted ? undefined : problem?.at(f))}
                autoFocus={i === 0}
              />
            ))}
            <DayField
              label="Day"
              value={on}
              onChange={(day) => setOn(day || entry.happenedOn)}
              max={batch.today}
              error={problem?.at('newDay') ?? problem?.at('happenedOn')}
            />
            {on !== batch.today && <About value={about} onChange={setAbout} />}
            {doubted && (
              <Doubt
                problem={problem}
                onSure={(sure) => log.variables && log.mutate({ ...log.variables, sure }, { onSuccess: onClose })}
              />
            )}
            {problem && !doubted && ![...fields, 'newDay', 'happenedOn'].some((f) => problem.at(f)) && (
              <Alert severity="error">{Object.values(problem.errors)[0]?.[0] ?? problem.message}</Alert>
            )}
          </Box>
        </DialogContent>
        <DialogActions>
          <Button variant="text" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" loading={log.isPending}>
            Correct
          </Button>
        </DialogActions>
      </Box>
    </Dialog>
  );
}

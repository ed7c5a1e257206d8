import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useUnits } from '../data/nursery';
import { DayOutFields, dayOutOf, readDayOut } from '../round/DayOutFields';
import { day } from '../ui/dates';
import { About } from '../ui/About';
import { Doubt } from '../ui/Doubt';
import { DayField } from '../ui/DayField';
import { NumberField } from '../ui/Field';
import { number } from '../ui/units';
import { useCorrect, type Batch } from '../data/useBatch';
import { Wrong } from '../ui/Wrong';

type Entry = Schemas['EntryAnswer'];
type Field = 'seeds' | 'seedlings' | 'containers' | 'containersTo';
type Numbers = Record<Field, string>;

const names: Record<Field, string> = {
  seeds: 'Seeds',
  seedlings: 'Seedlings',
  containers: 'Containers',
  containersTo: 'Containers there',
};

/** Entries that count no plants: only their day can be wrong, or how the day was. */
const uncounted = new Set<Entry['kind']>(['aired', 'spaced', 'checked', 'together', 'identity']);

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
          : uncounted.has(entry.kind)
            ? []
            : entry.kind === 'pinched'
              ? ['seedlings']
              : ['seedlings', 'containers'];

const numbersOf = (entry: Entry): Numbers => ({
  seeds: String(entry.seeds),
  seedlings: String(entry.seedlings),
  containers: String(entry.containers),
  containersTo: String(entry.containersTo),
});

/** Containers that were as many as the plants go on being as many, until they are typed. */
function typing(was: Numbers, field: Field, text: string): Numbers {
  const follows = (f: Field) => field === 'seedlings' && was[f] === was.seedlings;
  return {
    ...was,
    ...(follows('containers') ? { containers: text } : {}),
    ...(follows('containersTo') ? { containersTo: text } : {}),
    [field]: text,
  };
}

/** What an entry is put right to; null with errors at its fields. */
function read(entry: Entry, typed: Numbers): { values: Record<Field, number>; errors: Partial<Record<Field, string>> } {
  const values = { seeds: 0, seedlings: 0, containers: 0, containersTo: 0 };
  const errors: Partial<Record<Field, string>> = {};
  for (const f of fieldsOf(entry)) {
    const value = number(typed[f]);
    if (value === null || !Number.isInteger(value) || value < 0) errors[f] = 'Type a whole number.';
    else values[f] = value;
  }
  return { values, errors };
}

/**
 * A miscount or a wrong day is put right by an entry of its own: the first one stays readable. What was said in one go, a move and the
 * plants that were lost at it, has one day, and is put right in one go.
 */
export function Correct({ batch, entry, onClose }: { batch: Batch; entry: Entry; onClose: () => void }) {
  const correct = useCorrect(batch);
  const units = useUnits();
  // As it happened: the ledger has the newest first. A day out is said of each group by itself.
  const entries = uncounted.has(entry.kind)
    ? [entry]
    : [
        entry,
        ...batch.ledger.filter(
          (e) => e.act !== null && e.act === entry.act && e.id !== entry.id && e.canCorrect && !uncounted.has(e.kind),
        ),
      ];
  const several = entries.length > 1;
  const [typed, setTyped] = useState<Record<string, Numbers>>(() => Object.fromEntries(entries.map((e) => [e.id, numbersOf(e)])));
  const [on, setOn] = useState(entry.happenedOn);
  const [about, setAbout] = useState(entry.about);
  const [dayOut, setDayOut] = useState(() => entry.aired && dayOutOf(entry.aired, units));
  const [wrong, setWrong] = useState<Record<string, Partial<Record<Field, string>>>>({});
  const [wrongDay, setWrongDay] = useState<Record<string, string>>({});
  const problem = correct.error instanceof Problem ? correct.error : null;
  const doubted = problem !== null && problem.doubts.length > 0;
  const numbers = (e: Entry) => typed[e.id] ?? numbersOf(e);
  /** What had the same number goes on having it: seedlings that were counted, and carried on as counted. */
  const type = (e: Entry, field: Field, text: string) =>
    setTyped((was) => {
      const before = was[e.id]?.[field];
      const now = { ...was, [e.id]: typing(numbers(e), field, text) };
      for (const other of entries)
        if (field === 'seedlings' && other.id !== e.id && was[other.id]?.seedlings === before)
          now[other.id] = typing(was[other.id] ?? numbersOf(other), 'seedlings', text);
      return now;
    });
  const told = (i: number, field: string) => (doubted ? undefined : problem?.at(several ? `entries[${i}].${field}` : field));
  const send = () => {
    const said = entries.map((e) => ({ entry: e, ...read(e, numbers(e)) }));
    setWrong(Object.fromEntries(said.map((s) => [s.entry.id, s.errors])));
    const out = dayOut && readDayOut(dayOut, units);
    setWrongDay(out ? out.errors : {});
    if (said.some((s) => Object.keys(s.errors).length > 0) || (out && !out.said)) return;
    correct.mutate(
      {
        newDay: on,
        about,
        entries: said.map((s) => ({ corrects: s.entry.id, ...s.values, ...(out?.said && { aired: out.said }) })),
      },
      { onSuccess: onClose },
    );
  };
  const atField =
    Object.keys(problem?.errors ?? {}).some((field) => field.startsWith('said.hours') || field === 'said.coverC') ||
    entries.some((e, i) => fieldsOf(e).some((f) => told(i, f))) ||
    told(0, 'newDay') ||
    told(0, 'happenedOn');
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
          {!several && <Typography>{entry.text}.</Typography>}
          <Typography color="textSecondary" sx={{ mb: 2 }}>
            {dayOut || fieldsOf(entry).length === 0
              ? 'What is right counts; what was written stays readable.'
              : 'The right numbers count from the right day on; what was written stays readable.'}
          </Typography>
          <Box sx={{ display: 'grid', gap: 2 }}>
            {entries.map((e, n) => (
              <Box key={e.id} {...(several && { role: 'group', 'aria-label': e.text })} sx={{ display: 'grid', gap: 2 }}>
                {several && <Typography>{e.text}.</Typography>}
                <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { sm: several ? 'repeat(3, minmax(0, 1fr))' : '1fr' } }}>
                  {fieldsOf(e).map((f, i) => (
                    <NumberField
                      key={f}
                      label={e.kind === 'emerged' ? 'Up by that day' : names[f]}
                      value={numbers(e)[f]}
                      onChange={(text) => type(e, f, text)}
                      error={wrong[e.id]?.[f] ?? told(n, f)}
                      autoFocus={n === 0 && i === 0}
                    />
                  ))}
                </Box>
              </Box>
            ))}
            {dayOut && (
              <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: '1fr 1fr' }}>
                <DayOutFields
                  typed={dayOut}
                  units={units}
                  onChange={setDayOut}
                  error={(field) => wrongDay[field] ?? told(0, field)}
                />
              </Box>
            )}
            <DayField
              label="Day"
              value={on}
              onChange={(day) => setOn(day || entry.happenedOn)}
              max={batch.today}
              error={told(0, 'newDay') ?? told(0, 'happenedOn')}
            />
            {on !== batch.today && !dayOut && <About value={about} onChange={setAbout} />}
            {doubted && (
              <Doubt
                problem={problem}
                onSure={(sure) => correct.variables && correct.mutate({ ...correct.variables, sure }, { onSuccess: onClose })}
              />
            )}
            {problem && !doubted && !atField && <Wrong>{Object.values(problem.errors)[0]?.[0] ?? problem.message}</Wrong>}
          </Box>
        </DialogContent>
        <DialogActions>
          <Button variant="text" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" loading={correct.isPending}>
            Correct
          </Button>
        </DialogActions>
      </Box>
    </Dialog>
  );
}

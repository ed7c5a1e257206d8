import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue } from '../app/nursery';
import { Choose, DayField, NumberField } from '../ui/Field';
import { number } from '../ui/units';
import { groupName, tender } from './model';
import { useLog, type Batch, type Entry } from './useBatch';

type Way = Schemas['Way'];
type Kind = 'emerged' | 'lost' | 'snipped' | 'moved' | 'separated' | Way;
const isWay = (kind: Kind): kind is Way => kind === 'sold' || kind === 'given' || kind === 'discarded';
const kinds: { value: Kind; label: string }[] = [
  { value: 'emerged', label: 'Up so far' },
  { value: 'lost', label: 'Lost' },
  { value: 'snipped', label: 'Snipped' },
  { value: 'moved', label: 'Moved' },
  { value: 'separated', label: 'Pairs separated' },
  { value: 'sold', label: 'Sold' },
  { value: 'given', label: 'Given away' },
  { value: 'discarded', label: 'Discarded' },
];

/** Writing into the ledger by hand: what, how many, where, when. */
export function LogForm({ batch }: { batch: Batch }) {
  const catalogue = useCatalogue();
  const log = useLog(batch);
  const [kind, setKind] = useState<Kind>(batch.groups.some((g) => g.seedlings > 0) ? 'lost' : 'emerged');
  const [count, setCount] = useState('');
  const [containers, setContainers] = useState('');
  // Today, whichever day that is by now, until another one is chosen.
  const [chosen, setOn] = useState<string | null>(null);
  const on = chosen ?? batch.today;
  const [from, setFrom] = useState('');
  const [to, setTo] = useState({ containerId: '', placeId: '' });
  const [hardens, setHardens] = useState(true);
  const [reason, setReason] = useState('');
  const [whom, setWhom] = useState('');
  const [price, setPrice] = useState('');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const problem = log.error instanceof Problem ? log.error : null;
  const error = (field: string) => wrong[field] ?? problem?.at(field);
  const group = batch.groups.find((g) => g.id === from) ?? batch.groups[0];
  if (!group || !catalogue.data) return null;
  const place = catalogue.data.places.find((p) => p.id === to.placeId);
  const intoBed = place?.dayC === null;
  const same = to.containerId === '' || to.containerId === group.containerId;
  // Carried for a night, or to harden off? The same move does two things; which one is said, not guessed.
  const mayHarden = kind === 'moved' && same && to.placeId === batch.input.hardeningPlaceId && tender(group);

  const send = () => {
    const seedlings = number(count);
    const emptied = containers.trim() === '' ? null : number(containers);
    const errors: Record<string, string> = {};
    if (seedlings === null || !Number.isInteger(seedlings) || seedlings < 0) errors.seedlings = 'Type a whole number.';
    if (containers.trim() !== '' && (emptied === null || !Number.isInteger(emptied) || emptied < 0))
      errors.containers = 'Type a whole number, or leave it empty.';
    if (kind === 'moved' && !to.placeId) errors.to = 'Choose where to.';
    const each = price.trim() === '' ? null : number(price);
    if (kind === 'sold' && price.trim() !== '' && each === null) errors['said.priceEach'] = 'Type a number.';
    if (!on) errors.happenedOn = 'Choose the day.';
    setWrong(errors);
    if (Object.keys(errors).length > 0) return;
    const here = { containerId: group.containerId, placeId: group.placeId };
    // Containers that nobody counted follow from the seedlings; the server knows how.
    const entry: Entry = { kind: isWay(kind) ? 'out' : kind, happenedOn: on, seedlings: seedlings ?? 0 };
    if (kind !== 'emerged') entry.group = group.id;
    if (kind === 'emerged') entry.to = here;
    else if (kind === 'separated') {
      // A pot more for each: the seedlings stay as many as they were.
      entry.from = here;
      entry.seedlings = 0;
      entry.containers = seedlings ?? 0;
    } else {
      entry.from = here;
      entry.containers = emptied;
      if (isWay(kind)) entry.out = { way: kind, whom: whom.trim() || null, priceEach: kind === 'sold' ? each : null };
      if (kind === 'lost') entry.reason = reason.trim();
      if (kind === 'moved') {
        entry.to = { containerId: intoBed ? null : to.containerId || group.containerId, placeId: to.placeId };
        if (mayHarden && hardens) entry.step = batch.steps.find((s) => s.step.kind === 'harden')?.step.id ?? null;
        entry.containersTo = emptied === null || intoBed ? null : (seedlings ?? 0);
      }
    }
    log.mutate(entry, {
      onSuccess: () => {
        setCount('');
        setContainers('');
        setReason('');
        setWhom('');
        setOn(null);
        // The list may stand in another order now: the next entry is about the same plants, as long as some are left.
        setFrom(group.id);
      },
    });
  };

  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
      aria-label="Log"
      sx={{
        display: 'grid',
        gap: 1.5,
        gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, minmax(0, 1fr))' },
        alignItems: 'start',
      }}
    >
      <Choose label="What" value={kind} onChange={(k) => setKind(k as Kind)} options={kinds} />
      <NumberField
        label={kind === 'emerged' ? 'Seedlings up to date' : kind === 'separated' ? 'Pots more' : 'Seedlings'}
        value={count}
        onChange={setCount}
        error={error('seedlings') ?? (kind === 'separated' ? error('containers') : undefined)}
      />
      <Choose
        label={kind === 'moved' ? 'From' : 'Where'}
        value={group.id}
        onChange={setFrom}
        options={batch.groups.map((g) => ({ value: g.id, label: groupName(g, batch.groups) }))}
        error={error('from') ?? error('group')}
      />
      <DayField label="Day" value={on} onChange={setOn} max={batch.today} error={error('happenedOn')} />
      {kind !== 'emerged' && kind !== 'separated' && (
        <NumberField
          label="Containers emptied"
          value={containers}
          onChange={setContainers}
          error={error('containers')}
          help="Leave empty for one each"
        />
      )}
      {kind === 'lost' && (
        <TextField
          label="Why"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          error={Boolean(error('reason'))}
          helperText={error('reason')}
        />
      )}
      {(kind === 'sold' || kind === 'given') && (
        <TextField
          label="To whom (optional)"
          value={whom}
          onChange={(e) => setWhom(e.target.value)}
          error={Boolean(error('said.whom'))}
          helperText={error('said.whom')}
        />
      )}
      {kind === 'sold' && (
        <NumberField label="Price each (optional)" value={price} onChange={setPrice} error={error('said.priceEach')} />
      )}
      {kind === 'moved' && (
        <>
          <Choose
            label="To"
            value={to.placeId}
            onChange={(placeId) => setTo({ ...to, placeId })}
            options={catalogue.data.places.map((p) => ({ value: p.id, label: p.name }))}
            error={error('to') ?? error('to.placeId')}
          />
          {!intoBed && (
            <Choose
              label="In"
              value={to.containerId || (group.containerId ?? '')}
              onChange={(containerId) => setTo({ ...to, containerId })}
              options={catalogue.data.containers.map((c) => ({ value: c.id, label: c.name }))}
              error={error('to.containerId') ?? error('containersTo')}
            />
          )}
          {mayHarden && (
            <FormControlLabel
              sx={{ gridColumn: '1 / -1' }}
              control={<Checkbox checked={hardens} onChange={(e) => setHardens(e.target.checked)} />}
              label="They begin to harden off; unticked, they are only carried there"
            />
          )}
        </>
      )}
      <Button type="submit" variant="outlined" loading={log.isPending} sx={{ minHeight: 48 }}>
        Log
      </Button>
      {problem && Object.keys(problem.errors).length === 0 && (
        <Alert severity="error" sx={{ gridColumn: '1 / -1' }}>
          {problem.message}
        </Alert>
      )}
    </Box>
  );
}

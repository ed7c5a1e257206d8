import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue, useCurrency, useNursery, useUnits } from '../data/nursery';
import { isBed } from '../data/places';
import { About } from '../ui/About';
import { plusDays } from '../ui/dates';
import { Doubt } from '../ui/Doubt';
import { DayField } from '../ui/DayField';
import { Choose, NumberField } from '../ui/Field';
import { counted, length, number } from '../ui/units';
import { useKept } from '../ui/useKept';
import { groupName, tender } from './model';
import { useLog, type Batch, type Entry } from '../data/useBatch';
import { Wrong } from '../ui/Wrong';

type Way = Schemas['Way'];
type Kind = 'emerged' | 'lost' | 'snipped' | 'moved' | 'separated' | 'spaced' | 'together' | 'pinched' | Way;
const isWay = (kind: Kind): kind is Way => kind === 'sold' || kind === 'given' || kind === 'discarded';
const kinds: { value: Kind; label: string }[] = [
  { value: 'emerged', label: 'Up so far' },
  { value: 'lost', label: 'Lost' },
  { value: 'snipped', label: 'Snipped' },
  { value: 'moved', label: 'Moved' },
  { value: 'separated', label: 'Pairs separated' },
  { value: 'spaced', label: 'Set apart' },
  { value: 'together', label: 'Set together' },
  { value: 'pinched', label: 'Pinched' },
  { value: 'sold', label: 'Sold' },
  { value: 'given', label: 'Given away' },
  { value: 'discarded', label: 'Discarded' },
];

const offs: { value: Schemas['Pinched']; label: string }[] = [
  { value: 'tops', label: 'Tops' },
  { value: 'flowers', label: 'Flowers' },
  { value: 'side-shoots', label: 'Side shoots' },
  { value: 'seed-leaves', label: 'Seed leaves' },
];

/** What is typed and not sent yet. */
interface Typed {
  kind: Kind;
  count: string;
  containers: string;
  /** Null: today, whichever day that is by now. */
  on: string | null;
  about: number | null;
  from: string;
  to: { containerId: string; placeId: string };
  hardens: boolean;
  reason: string;
  whom: string;
  price: string;
  apart: string;
  other: string;
  off: Schemas['Pinched'];
}

const nothing: Typed = {
  kind: 'lost',
  count: '',
  containers: '',
  on: null,
  about: null,
  from: '',
  to: { containerId: '', placeId: '' },
  hardens: true,
  reason: '',
  whom: '',
  price: '',
  apart: '',
  other: '',
  off: 'tops',
};

/** Where the next step of a batch leads, and into what. */
function planned({ input, next }: Batch): Typed['to'] | null {
  switch (next?.step.kind) {
    case 'move': {
      const move = input.moves[next.step.number - 1];
      return move ? { containerId: move.containerId, placeId: move.placeId } : null;
    }
    case 'harden':
      return { containerId: '', placeId: input.hardeningPlaceId };
    case 'hold':
      return { containerId: '', placeId: input.hold?.placeId ?? '' };
    case 'plant-out':
      return { containerId: '', placeId: input.bedId };
    default:
      return null;
  }
}

/** Writing into the ledger by hand: what, how many, where, when. */
export function LogForm({ batch }: { batch: Batch }) {
  const currency = useCurrency();
  const catalogue = useCatalogue();
  const nursery = useNursery();
  const units = useUnits();
  const log = useLog(batch);
  const [typed, keep, clear] = useKept<Typed>(`${nursery}/${batch.id}/log`, {
    ...nothing,
    kind: batch.groups.some((g) => g.seedlings > 0) ? 'lost' : 'emerged',
  });
  const { kind, count, containers, from, hardens, reason, whom, price, apart, other, about, off } = typed;
  const on = typed.on ?? batch.today;
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const problem = log.error instanceof Problem ? log.error : null;
  const doubted = problem !== null && problem.doubts.length > 0;
  const error = (field: string) => wrong[field] ?? (doubted ? undefined : problem?.at(field));
  const group = batch.groups.find((g) => g.id === from) ?? batch.groups[0];
  if (!group || !catalogue.data) return null;
  // Where the plan has them next, until another place is chosen.
  const to = typed.to.placeId ? typed.to : (planned(batch) ?? typed.to);
  const place = catalogue.data.places.find((p) => p.id === to.placeId);
  const intoBed = place !== undefined && isBed(place);
  const same = to.containerId === '' || to.containerId === group.containerId;
  const beside = batch.groups.filter(
    (g) => g.id !== group.id && g.placeId === group.placeId && g.containerId === group.containerId,
  );
  // Carried for a night, or to harden off? The same move does two things; which one is said, not guessed.
  const mayHarden = kind === 'moved' && same && to.placeId === batch.input.hardeningPlaceId && tender(group);

  const send = () => {
    const seedlings = number(count);
    const emptied = containers.trim() === '' ? null : number(containers);
    const errors: Record<string, string> = {};
    const counts = kind !== 'spaced' && kind !== 'together';
    if (counts && (seedlings === null || !Number.isInteger(seedlings) || seedlings < 0))
      errors.seedlings = 'Type a whole number.';
    const cm = number(apart);
    if (kind === 'spaced' && cm === null) errors['said.cm'] = 'Type a number.';
    const joins = other || beside[0]?.id;
    if (kind === 'together' && !joins) errors['said.with'] = 'No others stand there in such pots.';
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
    const entry: Entry = { kind: isWay(kind) ? 'out' : kind, happenedOn: on, seedlings: seedlings ?? 0, about };
    if (kind !== 'emerged') entry.group = group.id;
    if (kind === 'emerged') entry.to = here;
    else if (kind === 'spaced' || kind === 'together') {
      entry.from = here;
      entry.seedlings = 0;
      if (kind === 'spaced') entry.spacedCm = length.typed(cm ?? 0, units);
      else entry.with = joins ?? null;
    } else if (kind === 'separated') {
      // A pot more for each: the seedlings stay as many as they were.
      entry.from = here;
      entry.seedlings = 0;
      entry.containers = seedlings ?? 0;
    } else if (kind === 'pinched') {
      entry.from = here;
      entry.pinched = off;
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
    log.mutate(entry, { onSuccess: () => sent(group.id) });
  };
  // The list may stand in another order now: the next entry is about the same plants, as long as some are left.
  const sent = (group: string) => {
    clear();
    keep({ kind, from: group });
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
      <Choose label="What" value={kind} onChange={(k) => keep({ kind: k as Kind })} options={kinds} />
      {kind === 'spaced' ? (
        <NumberField
          label="From middle to middle"
          unit={length.unit(units)}
          value={apart}
          onChange={(apart) => keep({ apart })}
          error={error('said.cm')}
        />
      ) : kind === 'together' ? (
        <Choose
          label="With those"
          value={other || (beside[0]?.id ?? '')}
          onChange={(other) => keep({ other })}
          options={beside.map((g) => ({ value: g.id, label: `${counted(g.seedlings, 'plant')}, ${g.state}` }))}
          error={error('said.with') ?? error('group')}
        />
      ) : (
        <NumberField
          label={kind === 'emerged' ? 'Seedlings up to date' : kind === 'separated' ? 'Pots more' : 'Seedlings'}
          value={count}
          onChange={(count) => keep({ count })}
          error={error('seedlings') ?? (kind === 'separated' ? error('containers') : undefined)}
        />
      )}
      <Choose
        label={kind === 'moved' ? 'From' : 'Where'}
        value={group.id}
        onChange={(from) => keep({ from })}
        options={batch.groups.map((g) => ({ value: g.id, label: groupName(g, batch.groups) }))}
        error={error('from') ?? error('group')}
      />
      <DayField
        label="Day"
        value={on}
        onChange={(on) => keep({ on: on || null, about: on && on !== batch.today ? about : null })}
        max={batch.today}
        error={error('happenedOn')}
      />
      {on < plusDays(batch.today, -1) && <About value={about} onChange={(about) => keep({ about })} />}
      {!['emerged', 'separated', 'spaced', 'together', 'pinched'].includes(kind) && (
        <NumberField
          label="Containers emptied"
          value={containers}
          onChange={(containers) => keep({ containers })}
          error={error('containers')}
          help="Leave empty for one each"
        />
      )}
      {kind === 'pinched' && <Choose label="Off" value={off} onChange={(o) => keep({ off: o as Typed['off'] })} options={offs} />}
      {kind === 'lost' && (
        <TextField
          label="Why"
          value={reason}
          onChange={(e) => keep({ reason: e.target.value })}
          error={Boolean(error('reason'))}
          helperText={error('reason')}
        />
      )}
      {(kind === 'sold' || kind === 'given') && (
        <TextField
          label="To whom (optional)"
          value={whom}
          onChange={(e) => keep({ whom: e.target.value })}
          error={Boolean(error('said.whom'))}
          helperText={error('said.whom')}
        />
      )}
      {kind === 'sold' && (
        <NumberField
          label="Price each (optional)"
          unit={currency}
          value={price}
          onChange={(price) => keep({ price })}
          error={error('said.priceEach')}
        />
      )}
      {kind === 'moved' && (
        <>
          <Choose
            label="To"
            value={to.placeId}
            // Elsewhere than planned they go in the pot they are in, unless another one is chosen.
            onChange={(placeId) => keep({ to: { containerId: typed.to.containerId, placeId } })}
            options={catalogue.data.places.map((p) => ({ value: p.id, label: p.name }))}
            error={error('to') ?? error('to.placeId')}
          />
          {!intoBed && (
            <Choose
              label="In"
              value={to.containerId || (group.containerId ?? '')}
              onChange={(containerId) => keep({ to: { ...to, containerId } })}
              options={catalogue.data.containers.map((c) => ({ value: c.id, label: c.name }))}
              error={error('to.containerId') ?? error('containersTo')}
            />
          )}
          {mayHarden && (
            <FormControlLabel
              sx={{ gridColumn: '1 / -1' }}
              control={<Checkbox checked={hardens} onChange={(e) => keep({ hardens: e.target.checked })} />}
              label="They begin to harden off; unticked, they are only carried there"
            />
          )}
        </>
      )}
      <Button type="submit" variant="outlined" loading={log.isPending} sx={{ minHeight: 48 }}>
        Log
      </Button>
      {doubted && (
        <Doubt
          problem={problem}
          onSure={(sure) => log.variables && log.mutate({ ...log.variables, sure }, { onSuccess: () => sent(group.id) })}
        />
      )}
      {problem && Object.keys(problem.errors).length === 0 && <Wrong sx={{ gridColumn: '1 / -1' }}>{problem.message}</Wrong>}
    </Box>
  );
}

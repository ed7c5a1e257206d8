import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useCatalogue, useNursery } from '../data/nursery';
import { isBed } from '../data/places';
import { DayField } from '../ui/DayField';
import { Choose, NumberField } from '../ui/Field';
import { number } from '../ui/units';
import { useKept } from '../ui/useKept';
import { groupName } from './model';
import { useSplit, type Batch } from '../data/useBatch';
import { Wrong } from '../ui/Wrong';

/** What is typed and not sent yet. */
interface Typed {
  plants: string;
  /** Null: as many as go. */
  wanted: string | null;
  /** Null: today, whichever day that is by now. */
  on: string | null;
  bedId: string;
  pots: string;
  aim: 'bed' | 'sale';
  saleOn: string;
}

/** Part of a batch goes its own way from here: another bed, other pots, kept back or for sale. */
export function Split({ batch, group, onClose }: { batch: Batch; group: Schemas['GroupAnswer']; onClose: () => void }) {
  const nursery = useNursery();
  const navigate = useNavigate();
  const catalogue = useCatalogue();
  const split = useSplit(batch);
  const [typed, set, clear] = useKept<Typed>(`${nursery}/${batch.id}/split/${group.id}`, {
    plants: '',
    wanted: null,
    on: null,
    bedId: batch.input.aim ? '' : batch.input.bedId,
    pots: 'as-planned',
    aim: 'bed',
    saleOn: '',
  });
  const { plants, wanted, bedId, pots, aim, saleOn } = typed;
  const on = typed.on ?? batch.today;
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const problem = split.error instanceof Problem ? split.error : null;
  const error = (field: string) => wrong[field] ?? problem?.at(field);
  const beds = (catalogue.data?.places ?? []).filter(isBed);
  const shown = ['seedlings', 'wanted', 'on', 'path.bed', 'aim.day'];
  const elsewhere = problem && !shown.some((f) => problem.at(f)) ? problem.message : null;

  const send = () => {
    const seedlings = number(plants);
    const takes = wanted === null ? seedlings : number(wanted);
    const errors: Record<string, string> = {};
    if (seedlings === null || !Number.isInteger(seedlings)) errors.seedlings = 'Type a whole number.';
    if (takes === null || !Number.isInteger(takes)) errors.wanted = 'Type a whole number.';
    setWrong(errors);
    if (Object.keys(errors).length > 0) return;
    split.mutate(
      {
        group: group.id,
        on,
        seedlings: seedlings ?? 0,
        wanted: takes ?? 0,
        moves: pots === 'as-planned' ? null : [],
        hardeningPlaceId: batch.input.hardeningPlaceId,
        bedId: aim === 'sale' ? batch.input.hardeningPlaceId : bedId,
        aim:
          aim === 'sale' ? { kind: 'sale', day: saleOn || null, outdoors: false } : { kind: 'bed', day: null, outdoors: false },
      },
      {
        onSuccess: (id) => {
          clear();
          void navigate(`/n/${nursery}/batches/${id}`);
        },
      },
    );
  };

  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Split off from {batch.code}</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>
          {groupName(group, batch.groups)}: {group.seedlings} stand there. Those split off get a plan and a code of their own; its
          pots and beds can be changed after.
        </Typography>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: '1fr 1fr', alignItems: 'start' }}>
          <NumberField
            label="Plants"
            value={plants}
            onChange={(plants) => set({ plants })}
            error={error('seedlings')}
            autoFocus
          />
          <NumberField
            label="Of those wanted"
            value={wanted ?? plants}
            onChange={(wanted) => set({ wanted })}
            error={error('wanted')}
            help={`${batch.code} wants so many fewer`}
          />
          <DayField
            label="Day"
            value={on}
            onChange={(on) => set({ on })}
            max={batch.today}
            error={error('happenedOn') ?? error('on')}
          />
          <Choose
            label="Raised for"
            value={aim}
            onChange={(v) => set({ aim: v as typeof aim })}
            options={[
              { value: 'bed', label: 'a bed' },
              { value: 'sale', label: 'a sale, ready by a day' },
            ]}
          />
          {aim === 'sale' ? (
            <DayField label="Ready by" value={saleOn} onChange={(saleOn) => set({ saleOn })} error={error('aim.day')} />
          ) : (
            <Choose
              label="Bed"
              value={bedId}
              onChange={(bedId) => set({ bedId })}
              options={beds.map((p) => ({ value: p.id, label: p.name }))}
              error={error('path.bed')}
            />
          )}
          {group.movesLeft > 0 && (
            <Box sx={{ gridColumn: '1 / -1' }}>
              <Choose
                label="Pots"
                value={pots}
                onChange={(pots) => set({ pots })}
                options={[
                  { value: 'as-planned', label: 'as planned for the others' },
                  { value: 'none', label: 'stay in this one until they are planted' },
                ]}
              />
            </Box>
          )}
        </Box>
        {elsewhere && <Wrong sx={{ mt: 2 }}>{[...Object.values(problem?.errors ?? {}).flat(), elsewhere][0]}</Wrong>}
      </DialogContent>
      <DialogActions>
        <Button
          variant="text"
          onClick={() => {
            clear();
            onClose();
          }}
        >
          Cancel
        </Button>
        <Button variant="contained" loading={split.isPending} onClick={send}>
          Split off
        </Button>
      </DialogActions>
    </Dialog>
  );
}

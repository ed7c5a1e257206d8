import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useMay } from '../data/session';
import { useBatchNames } from '../data/batches';
import { DayField } from '../ui/DayField';
import { Choose } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { counted } from '../ui/units';
import { groupName } from './model';
import { useBatch, useWhich, type Batch } from '../data/useBatch';
import { Wrong } from '../ui/Wrong';

type Group = Schemas['GroupAnswer'];

/** Which batch plants are of, where labels were mixed or lost; and what they turned out to be. */
export function Which({ batch, group, onClose }: { batch: Batch; group: Group; onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      {group.oneOf ? (
        <Told batch={batch} group={group} onClose={onClose} />
      ) : (
        <Mixed batch={batch} group={group} onClose={onClose} />
      )}
    </Dialog>
  );
}

/** Nobody is sure any more. */
function Mixed({ batch, group, onClose }: { batch: Batch; group: Group; onClose: () => void }) {
  const names = useBatchNames();
  const which = useWhich(batch);
  const [other, setOther] = useState('');
  const [picked, setPicked] = useState('');
  const [on, setOn] = useState(batch.today);
  const with_ = useBatch(other);
  const theirs = (with_.data?.groups ?? []).filter((g) => g.seedlings > 0);
  const their = theirs.find((g) => g.id === picked) ?? theirs.find((g) => g.placeId === group.placeId) ?? theirs[0];
  const groups = [{ batch: batch.id, group: group.id }, ...(other && their ? [{ batch: other, group: their.id }] : [])];
  return (
    <>
      <DialogTitle>Labels mixed or lost</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>
          {groupName(group, batch.groups)}: {counted(group.seedlings, 'plant')}. Counts stay as they are; until somebody looks,
          all pages say that nobody is sure which they are.
        </Typography>
        <Box sx={{ display: 'grid', gap: 2 }}>
          <Choose
            label="Mixed with"
            value={other}
            onChange={setOther}
            options={[
              { value: '', label: 'nobody knows what they are' },
              ...(names.data ?? [])
                .filter((b) => b.id !== batch.id && b.standing > 0)
                .map((b) => ({ value: b.id, label: `${b.code} ${b.cultivar}` })),
            ]}
          />
          {other && with_.data && (
            <Choose
              label="Which of those"
              value={their?.id ?? ''}
              onChange={setPicked}
              options={theirs.map((g) => ({ value: g.id, label: `${groupName(g, theirs)}: ${counted(g.seedlings, 'plant')}` }))}
              error={theirs.length === 0 ? 'Nothing of it stands anywhere.' : undefined}
            />
          )}
          <DayField label="Since" value={on} onChange={(day) => setOn(day || batch.today)} max={batch.today} />
        </Box>
        {which.error && <Wrong sx={{ mt: 2 }}>{which.error.message}</Wrong>}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="contained"
          loading={which.isPending}
          disabled={other !== '' && !their}
          onClick={() => which.mutate({ kind: 'mixed', on, groups }, { onSuccess: onClose })}
        >
          Not sure any more
        </Button>
      </DialogActions>
    </>
  );
}

/** Somebody looked. */
function Told({ batch, group, onClose }: { batch: Batch; group: Group; onClose: () => void }) {
  const names = useBatchNames();
  const which = useWhich(batch);
  const grower = useMay('grower');
  const [really, setReally] = useState(batch.id);
  const [on, setOn] = useState(batch.today);
  const known = group.oneOf ?? [];
  const options = known.length > 0 ? known : (names.data ?? []);
  const cultivar = (id: string) => names.data?.find((b) => b.id === id)?.cultivar ?? '';
  return (
    <>
      <DialogTitle>What are they?</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>
          {groupName(group, batch.groups)}: {counted(group.seedlings, 'plant')}, counted under {batch.code}. Those of another
          batch go over to it, with their pots and days.
        </Typography>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 2 }}>
          {options.length > 6 ? (
            <Choose
              label="They are"
              value={really}
              onChange={setReally}
              options={options.map((b) => ({ value: b.id, label: `${b.code} ${cultivar(b.id)}` }))}
            />
          ) : (
            options.map((b) => (
              <Pick key={b.id} chosen={really === b.id} onClick={() => setReally(b.id)}>
                {b.code} {cultivar(b.id)}
              </Pick>
            ))
          )}
        </Box>
        <DayField label="Seen on" value={on} onChange={(day) => setOn(day || batch.today)} max={batch.today} />
        {which.error && <Wrong sx={{ mt: 2 }}>{which.error.message}</Wrong>}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="contained"
          loading={which.isPending}
          disabled={!grower}
          onClick={() => which.mutate({ kind: 'told', on, group: group.id, really }, { onSuccess: onClose })}
        >
          They are {options.find((b) => b.id === really)?.code}
        </Button>
      </DialogActions>
    </>
  );
}

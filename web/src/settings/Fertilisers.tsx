import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { v7 } from 'uuid';
import { Problem } from '../api/client';
import { useMay } from '../data/session';
import { useFertilisers, useKeepFertiliser, type Fertiliser } from '../data/useFeeding';
import { NumberField } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { SureButton } from '../ui/SureButton';
import { Tag } from '../ui/Tag';
import { number } from '../ui/units';
import { Wrong } from '../ui/Wrong';

/** Fertilisers by their labels: grams are reckoned with the one in use. */
export function Fertilisers() {
  const all = useFertilisers();
  const may = useMay('grower');
  const { put } = useKeepFertiliser();
  const [open, setOpen] = useState<Fertiliser | null>(null);
  if (!all.data) return <Waiting error={all.error} retry={() => void all.refetch()} />;
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        Three numbers stand on each label: nitrogen, phosphate, potash. The Round says grams of the one that is in use.
      </Typography>
      {all.data.length === 0 && !open && (
        <Typography sx={{ mb: 2 }}>There is none yet: the Round says how strong, not how much.</Typography>
      )}
      {all.data.map((f) =>
        open?.id === f.id ? (
          <Form key={f.id} fertiliser={open} onClose={() => setOpen(null)} />
        ) : (
          <Box
            key={f.id}
            component="section"
            sx={{
              borderTop: 1,
              borderColor: 'divider',
              py: 1.5,
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              columnGap: 2,
            }}
          >
            <Box sx={{ flex: 1, minWidth: 180 }}>
              <Typography variant="h3">
                {f.name} {f.inUse && <Tag>in use</Tag>}
              </Typography>
              <Typography>
                {[f.nitrogenPercent, f.phosphatePercent, f.potashPercent].map((n) => n ?? '?').join(' – ')} %
              </Typography>
            </Box>
            {may && !f.inUse && (
              <Button variant="text" aria-label={`Use ${f.name}`} onClick={() => put.mutate({ ...f, inUse: true })}>
                Use
              </Button>
            )}
            {may && (
              <Button variant="text" aria-label={`Change ${f.name}`} onClick={() => setOpen(f)}>
                Change
              </Button>
            )}
          </Box>
        ),
      )}
      {put.error && <Wrong>{put.error.message}</Wrong>}
      {open && !all.data.some((f) => f.id === open.id) && <Form fertiliser={open} onClose={() => setOpen(null)} />}
      {may && !open && (
        <Button
          variant="outlined"
          sx={{ mt: 2 }}
          onClick={() =>
            setOpen({
              id: v7(),
              version: 0,
              name: '',
              nitrogenPercent: 0,
              phosphatePercent: null,
              potashPercent: null,
              inUse: all.data.every((f) => !f.inUse),
            })
          }
        >
          Add a fertiliser
        </Button>
      )}
    </Box>
  );
}

const shown = (n: number | null) => (n === null || n === 0 ? '' : String(n));

function Form({ fertiliser: f, onClose }: { fertiliser: Fertiliser; onClose: () => void }) {
  const { put, remove } = useKeepFertiliser();
  const { say } = useSay();
  const [name, setName] = useState(f.name);
  const [typed, setTyped] = useState({
    nitrogenPercent: shown(f.nitrogenPercent),
    phosphatePercent: shown(f.phosphatePercent),
    potashPercent: shown(f.potashPercent),
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const problem = put.error instanceof Problem ? put.error : null;
  const save = () => {
    const n = number(typed.nitrogenPercent);
    const rest = (text: string) => (text.trim() === '' ? null : number(text));
    const found: Record<string, string> = {};
    if (n === null) found.nitrogenPercent = 'Type the first number of the label.';
    for (const field of ['phosphatePercent', 'potashPercent'] as const)
      if (typed[field].trim() !== '' && number(typed[field]) === null) found[field] = 'Type a number, or leave it empty.';
    setErrors(found);
    if (n === null || Object.keys(found).length > 0) return;
    put.mutate(
      {
        ...f,
        name,
        nitrogenPercent: n,
        phosphatePercent: rest(typed.phosphatePercent),
        potashPercent: rest(typed.potashPercent),
      },
      {
        onSuccess: () => {
          say('The fertiliser is kept.');
          onClose();
        },
      },
    );
  };
  const at = (field: string) => errors[field] ?? problem?.at(field);
  return (
    <Box
      component="form"
      aria-label="A fertiliser"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
      sx={{ borderTop: 1, borderColor: 'divider', py: 1.5, display: 'grid', gap: 1.5 }}
    >
      <TextField
        label="Name"
        value={name}
        onChange={(e) => setName(e.target.value)}
        error={Boolean(at('name'))}
        helperText={at('name')}
        autoFocus
        sx={{ maxWidth: 420 }}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, minmax(0, 1fr))', gap: 1, maxWidth: 420 }}>
        {(
          [
            ['nitrogenPercent', 'N'],
            ['phosphatePercent', 'P₂O₅'],
            ['potashPercent', 'K₂O'],
          ] as const
        ).map(([field, label]) => (
          <NumberField
            key={field}
            label={label}
            unit="%"
            value={typed[field]}
            onChange={(text) => setTyped({ ...typed, [field]: text })}
            error={at(field)}
          />
        ))}
      </Box>
      {put.error && Object.keys(problem?.errors ?? {}).length === 0 && <Wrong>{put.error.message}</Wrong>}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button type="submit" variant="contained" loading={put.isPending}>
          Keep
        </Button>
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
        {f.version > 0 && (
          <SureButton
            text="Remove"
            sure="Remove it"
            label={`Remove ${f.name}`}
            onSure={() => remove.mutate(f.id, { onSuccess: onClose })}
          />
        )}
      </Box>
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useUnits } from '../data/nursery';
import { useMay } from '../data/session';
import { useKeepMix, useMixes, type MixRecipe } from '../data/useMixes';
import { NumberField } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { many, number, volume } from '../ui/units';
import { Wrong } from '../ui/Wrong';

const names: Record<Schemas['MixUse'], string> = {
  sowing: 'For sowing',
  'first-move': 'For the first move, out of the tray',
  tomato: 'For tomatoes, from the second move on',
  pepper: 'For peppers, from the second move on',
};

/** What the mixes are made of: what to fetch is reckoned by it. */
export function Mixes() {
  const mixes = useMixes();
  if (!mixes.data) return <Waiting error={mixes.error} retry={() => void mixes.refetch()} />;
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        Parts by volume. What to fetch and to buy is reckoned by them; with the litres of a bag, in bags too.
      </Typography>
      {mixes.data.map((m) => (
        <Mix key={`${m.use} ${m.version}`} mix={m} />
      ))}
    </Box>
  );
}

interface Row {
  name: string;
  parts: string;
  bag: string;
}

function Mix({ mix }: { mix: MixRecipe }) {
  const units = useUnits();
  const may = useMay('grower');
  const { say } = useSay();
  const keep = useKeepMix();
  const shown = (litres: number | null) => (litres === null ? '' : String(volume.shown(litres, units)));
  const first = (): Row[] => mix.parts.map((p) => ({ name: p.name, parts: String(p.parts), bag: shown(p.bagL ?? null) }));
  const [rows, setRows] = useState<Row[] | null>(null);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const problem = keep.error instanceof Problem ? keep.error : null;
  const whole = mix.parts.reduce((sum, p) => sum + p.parts, 0);
  if (!rows)
    return (
      <Box component="section" sx={{ borderTop: 1, borderColor: 'divider', py: 1.5 }}>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
          <Typography variant="h3" sx={{ flex: 1 }}>
            {names[mix.use]}
          </Typography>
          {may && (
            <Button variant="text" onClick={() => setRows(first())} aria-label={`Change: ${names[mix.use]}`}>
              Change
            </Button>
          )}
        </Box>
        <Typography>
          {mix.parts
            .map((p) => `${many(p.parts)} ${p.name.toLowerCase()}${p.bagL ? ` (bags of ${volume.said(p.bagL, units)})` : ''}`)
            .join(' : ')}
          {mix.parts.length > 1 && `, of ${many(whole)} parts`}
        </Typography>
      </Box>
    );
  const change = (i: number, part: Partial<Row>) => setRows(rows.map((r, j) => (j === i ? { ...r, ...part } : r)));
  const save = () => {
    const found: Record<string, string> = {};
    const kept = rows.filter((r) => r.name.trim() !== '' || r.parts.trim() !== '');
    const parts = kept.map((r, i) => {
      const [n, bag] = [number(r.parts), r.bag.trim() === '' ? null : number(r.bag)];
      if (n === null) found[`parts[${i}].parts`] = 'Type a number.';
      if (r.bag.trim() !== '' && bag === null) found[`parts[${i}].bagL`] = 'Type a number, or leave it empty.';
      const same = mix.parts.find((p) => p.name === r.name && shown(p.bagL ?? null) === r.bag);
      return {
        name: r.name.trim(),
        parts: n ?? 0,
        bagL: same ? (same.bagL ?? null) : bag === null ? null : volume.typed(bag, units),
      };
    });
    setErrors(found);
    if (Object.keys(found).length === 0)
      keep.mutate({ use: mix.use, version: mix.version, parts }, { onSuccess: () => say('The mix is kept.') });
  };
  const at = (field: string) => errors[field] ?? problem?.at(field);
  return (
    <Box
      component="form"
      aria-label={names[mix.use]}
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
      sx={{ borderTop: 1, borderColor: 'divider', py: 1.5, display: 'grid', gap: 1.5 }}
    >
      <Typography variant="h3">{names[mix.use]}</Typography>
      {rows.map((r, i) => (
        <Box
          key={i}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '1fr 1fr', sm: 'minmax(0, 2fr) 110px 150px auto' },
            gap: 1,
            alignItems: 'start',
          }}
        >
          <TextField
            label="Part"
            value={r.name}
            onChange={(e) => change(i, { name: e.target.value })}
            error={Boolean(at(`parts[${i}].name`))}
            helperText={at(`parts[${i}].name`)}
            sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}
          />
          <NumberField label="Parts" value={r.parts} onChange={(parts) => change(i, { parts })} error={at(`parts[${i}].parts`)} />
          <NumberField
            label="A bag holds"
            unit={volume.unit(units)}
            value={r.bag}
            onChange={(bag) => change(i, { bag })}
            error={at(`parts[${i}].bagL`)}
          />
          {rows.length > 1 && (
            <Button
              variant="text"
              sx={{ justifySelf: 'start', px: 0.5 }}
              aria-label={`Without ${r.name || 'this part'}`}
              onClick={() => setRows(rows.filter((_, j) => j !== i))}
            >
              Leave out
            </Button>
          )}
        </Box>
      ))}
      {keep.error && !problem?.errors.parts && Object.keys(problem?.errors ?? {}).length === 0 && (
        <Wrong>{keep.error.message}</Wrong>
      )}
      {problem?.at('parts') && <Wrong>{problem.at('parts')}</Wrong>}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button variant="outlined" onClick={() => setRows([...rows, { name: '', parts: '1', bag: '' }])}>
          Another part
        </Button>
        <Button variant="text" onClick={() => setRows(null)}>
          Cancel
        </Button>
        <Button type="submit" variant="contained" loading={keep.isPending}>
          Keep the mix
        </Button>
      </Box>
    </Box>
  );
}

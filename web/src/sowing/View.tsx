import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { useMay } from '../data/session';
import { CropMark } from '../ui/CropMark';
import { away, day } from '../ui/dates';
import { Choose } from '../ui/Field';
import { LabelButton } from '../ui/LabelButton';
import { Empty, Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { Tag } from '../ui/Tag';
import { counted, many, volume } from '../ui/units';
import { BenchTray } from './BenchTray';
import { useKeepLayout, useSowing, type Group, type Layout } from '../data/useSowing';
import { Wrong } from '../ui/Wrong';

/** What goes into which row? The bench sheet of the next sowing. */
export function SowingView() {
  const nursery = useNursery();
  const plans = useMay('grower');
  const [layout, setLayout] = useState<Layout | null>(null);
  const kept = useSowing(null);
  const shown = useSowing(layout);
  const keep = useKeepLayout();
  const { say } = useSay();
  if (!kept.data || !shown.data) return <Waiting error={kept.error ?? shown.error} retry={() => void kept.refetch()} />;
  const all = kept.data.groups.flatMap((g) => g.batches);
  if (all.length === 0)
    return (
      <Empty title="Nothing to sow in the next two weeks" to={`/n/${nursery}/plan`} action="Plan a batch">
        When a sowing comes near, its trays, seed and labels stand here.
      </Empty>
    );
  const chosen = layout?.batches ?? all.map((b) => b.batchId);
  const now: Layout = layout ?? { batches: chosen, share: true, extra: 'left' };
  const change = (part: Partial<Layout>) => setLayout({ ...now, ...part });
  const toggle = (id: string) => {
    const batches = chosen.includes(id)
      ? chosen.filter((b) => b !== id)
      : all.map((b) => b.batchId).filter((b) => b === id || chosen.includes(b));
    if (batches.length > 0) change({ batches });
  };
  const unkept = layout !== null || shown.data.groups.some((g) => !g.kept);
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 1 }}>
        <Typography variant="h1" sx={{ flex: '1 1 240px' }}>
          Sow {counted(chosen.length, 'batch', 'batches')}
        </Typography>
        {plans && unkept && (
          <Button
            className="no-print"
            variant="contained"
            loading={keep.isPending}
            onClick={() => keep.mutate(now, { onSuccess: () => (setLayout(null), say('Kept. The trays have their numbers.')) })}
          >
            Keep this layout
          </Button>
        )}
        <LabelButton batches={chosen} contained={!unkept} />
        <Button
          className="no-print"
          variant="text"
          onClick={() => window.print()}
          sx={{ display: { xs: 'none', md: 'inline-flex' } }}
        >
          Print
        </Button>
      </Box>
      {(keep.error ?? shown.error) && <Wrong sx={{ mb: 1 }}>{(keep.error ?? shown.error)?.message}</Wrong>}
      {plans && (
        <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, mb: 2, '& > *': { flex: '0 1 260px' } }}>
          <Choose
            label="Trays"
            value={String(now.share)}
            onChange={(v) => change({ share: v === 'true' })}
            options={[
              { value: 'true', label: 'shared, row by row' },
              { value: 'false', label: 'one batch to a tray' },
            ]}
          />
          <Choose
            label="Cells left over"
            value={now.extra}
            onChange={(v) => change({ extra: v as Layout['extra'] })}
            options={[
              { value: 'left', label: 'stay empty' },
              { value: 'row', label: 'fill the row' },
              ...(now.share ? [] : [{ value: 'tray', label: 'fill the tray' }]),
            ]}
          />
        </Box>
      )}
      {shown.data.groups.map((g) => (
        <Sheet key={g.containerId + g.place} group={g} today={shown.data.today} />
      ))}
      {all.length > 1 && (
        <Box className="no-print" sx={{ mb: 2 }}>
          <Typography variant="h2">On this sheet</Typography>
          {all.map((b) => (
            <Box key={b.batchId} component="label" sx={{ display: 'flex', alignItems: 'center', minHeight: 44 }}>
              <Checkbox checked={chosen.includes(b.batchId)} onChange={() => toggle(b.batchId)} />
              {b.code} {b.cultivar}, {day(b.due)}
            </Box>
          ))}
        </Box>
      )}
      {shown.data.cautions.map((c) => (
        <Typography key={c}>
          <b>Care:</b> {c}
        </Typography>
      ))}
    </Box>
  );
}

const units: Record<Group['form'], string> = {
  tray: 'cell',
  'row-tray': 'place',
  pot: 'pot',
  pellet: 'pellet',
  wool: 'plug',
  'net-cup': 'cup',
};

/** What is sown in one kind of tray, in one place. */
function Sheet({ group, today }: { group: Group; today: string }) {
  const nursery = useNursery();
  const drills = group.form === 'row-tray';
  const cells = units[group.form];
  return (
    <Box
      component="section"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.25fr) minmax(0, 1fr)' },
        columnGap: 4,
        rowGap: 2,
        borderTop: 1,
        borderColor: 'divider',
        pt: 1.5,
        mb: 3,
        '@media print': { gridTemplateColumns: '1.25fr 1fr', breakInside: 'avoid' },
      }}
    >
      <Box>
        <Typography variant="h2" sx={{ mb: 0.5 }}>
          {group.trays.length > 0 ? `${group.trays.length} × ${group.container}` : group.container}, {group.place}
        </Typography>
        {group.spill && <Typography sx={{ fontWeight: 600, mb: 0.5 }}>{group.spill}</Typography>}
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mb: 1.5 }}>
          {group.batches.map((b) => (
            <Line key={b.batchId} line={b} today={today} to={`/n/${nursery}/batches/${b.batchId}`} cells={cells} />
          ))}
        </Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
          {group.trays.map((t, i) => (
            <Box key={t.code ?? i}>
              <Typography variant="h3" sx={{ ml: '74px' }}>
                {t.code ?? `Tray ${i + 1}`}
              </Typography>
              <BenchTray
                tray={t}
                rows={group.rowCount}
                rowCells={group.rowCells}
                drills={drills}
                order={group.batches.map((b) => b.code)}
              />
            </Box>
          ))}
        </Box>
      </Box>
      <Box>
        <Typography variant="h3">How</Typography>
        <Box component="ol" sx={{ m: 0, pl: 2.5, mb: 1.5, fontSize: '1.05rem' }}>
          {group.steps.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </Box>
        <Typography variant="h3">Fetch</Typography>
        <Fetch lines={group.pickList} />
      </Box>
    </Box>
  );
}

function Line({ line, today, to, cells }: { line: Schemas['BenchBatch']; today: string; to: string; cells: string }) {
  return (
    <Box
      component="li"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1, py: 0.5, fontSize: '1.05rem' }}
    >
      <CropMark crop={line.crop} size={15} />
      <Link component={To} to={to} underline="hover" sx={{ fontWeight: 600 }}>
        {line.cultivar}
      </Link>
      <Tag quiet>{line.code}</Tag>
      <span>
        <b>{counted(line.cells, cells)}</b>, {line.seedsPerCell > 1 ? `${line.seedsPerCell} each, ` : ''}
        <b>{counted(line.seeds, 'seed')}</b>
        {line.lot ? ` from ${line.lot}` : ''}
        {line.cells > line.wanted ? ` (${line.cells - line.wanted} extra)` : ''}
      </span>
      {line.lacking > 0 && (
        <Box component="b" sx={{ color: 'error.main' }}>
          {many(line.lacking)} seeds short
        </Box>
      )}
      <Typography component="span" color="textSecondary">
        {day(line.due)}, {away(today, line.due)}
      </Typography>
    </Box>
  );
}

function Fetch({ lines }: { lines: Schemas['PickLine'][] }) {
  const units = useUnits();
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 360 }}>
      {lines.map((l) => (
        <Box
          component="li"
          key={l.what}
          sx={{ display: 'flex', justifyContent: 'space-between', borderBottom: 1, borderColor: 'divider', py: 0.5 }}
        >
          <span>{l.what}</span>
          <b>{l.unit === 'L' ? volume.said(l.amount, units) : many(l.amount)}</b>
        </Box>
      ))}
    </Box>
  );
}

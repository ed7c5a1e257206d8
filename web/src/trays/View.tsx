import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To, useParams } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery } from '../app/nursery';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { LabelButton } from '../ui/LabelButton';
import { Empty, Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { Tag } from '../ui/Tag';
import { counted, number } from '../ui/units';
import { useWidth } from '../ui/useWidth';
import { Course } from './Course';
import { back, begin, countRow, put, tally, upInRow, type Cells, type Tray, type TrayMap } from './model';
import { TrayGrid } from './TrayGrid';
import { useDraft, useLay, usePutCells, useTrays, type CellsSaid } from './useTrays';

/** What stands in each cell? */
export function TrayView() {
  const { batch: id = '' } = useParams();
  const trays = useTrays(id);
  if (!trays.data) return <Waiting error={trays.error} retry={() => void trays.refetch()} />;
  return <Whole key={id} map={trays.data} />;
}

function Whole({ map }: { map: TrayMap }) {
  const nursery = useNursery();
  const lay = useLay(map.batchId);
  const batch = `/n/${nursery}/batches/${map.batchId}`;
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5, mb: 1 }}>
        <CropMark crop={map.crop} size={24} />
        <Typography variant="h1">
          <Link component={To} to={batch} underline="hover">
            {map.cultivar}
          </Link>
        </Typography>
        <Tag>{map.code}</Tag>
        {map.trays.length > 0 && <LabelButton batches={[map.batchId]} />}
      </Box>
      {map.sownOn === null && (
        <Empty title="Not sown yet" to={`/n/${nursery}/sowing`} action="Lay out the trays">
          Once it is sown, its trays stand here, cell by cell.
        </Empty>
      )}
      {map.unlaid > 0 && (
        <Alert
          severity="info"
          sx={{ mb: 2 }}
          action={
            <Button loading={lay.isPending} onClick={() => lay.mutate()}>
              Lay them out
            </Button>
          }
        >
          {counted(map.unlaid, 'cell')} lie in no tray yet.
        </Alert>
      )}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.5fr) minmax(0, 1fr)' },
          columnGap: 4,
          rowGap: 3,
        }}
      >
        {map.trays.length > 0 && <Counting map={map} />}
        {map.course && <Course map={map} course={map.course} />}
      </Box>
    </Box>
  );
}

/** The cells, and what was typed of them. */
function Counting({ map }: { map: TrayMap }) {
  const [box, width] = useWidth(720);
  const [draft, change] = useDraft(map);
  const [wrong, setWrong] = useState<string | null>(null);
  const { complain } = useSay();
  const now = tally(draft.cells);
  const readOnly = !map.inTrays;
  const fates = (tray: Tray) =>
    new Map(
      draft.touched.length > 0 ? [] : (map.thin?.crowded ?? []).filter((c) => c.trayId === tray.id).map((c) => [c.cell, c.fate]),
    );
  return (
    <Box component="section" aria-label="Cells" ref={box}>
      <Summary now={now} map={map} touched={draft.touched.length > 0} />
      {readOnly && <Typography sx={{ mb: 1 }}>They have left the trays: this is the last count.</Typography>}
      {!readOnly && !map.current && map.tally && draft.touched.length === 0 && (
        <Typography sx={{ mb: 1 }}>
          {counted(map.standing, 'seedling')} by the ledger, {map.tally.seedlings} in counted cells: count again to see which
          cells.
        </Typography>
      )}
      {map.thin && draft.touched.length === 0 && (
        <Typography sx={{ mb: 1, fontSize: '1.1rem' }}>
          <b>{map.thin.text}</b>
        </Typography>
      )}
      {!readOnly && <Quick map={map} draft={draft} change={change} />}
      {map.trays.map((tray) => (
        <Box key={tray.id} sx={{ mb: 1.5 }}>
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, flexWrap: 'wrap' }}>
            <Typography variant="h3">{tray.code}</Typography>
            <Typography color="textSecondary">
              {tray.container}
              {tray.countedOn ? `, counted ${day(tray.countedOn)}` : ', not counted yet'}
            </Typography>
          </Box>
          {tray.drills ? (
            <Drills
              tray={tray}
              mine={map.batchId}
              cells={draft.cells[tray.id] ?? ''}
              readOnly={readOnly}
              set={(cells) =>
                change((d) => ({
                  ...d,
                  past: [...d.past, d.cells],
                  cells: { ...d.cells, [tray.id]: cells },
                  touched: [...new Set([...d.touched, tray.id])],
                }))
              }
            />
          ) : (
            <TrayGrid
              tray={tray}
              batchId={map.batchId}
              cells={draft.cells[tray.id] ?? ''}
              most={map.most}
              fates={fates(tray)}
              width={width}
              readOnly={readOnly}
              put={(at, sign) => {
                setWrong(null);
                change((d) => put(d, tray.id, at, sign));
              }}
              undo={() => change(back)}
              complain={complain}
            />
          )}
        </Box>
      ))}
      {!readOnly && <Bar map={map} draft={draft} change={change} wrong={wrong} />}
    </Box>
  );
}

const filled = (cells: Cells): Cells => Object.fromEntries(Object.entries(cells).map(([id, c]) => [id, c.replace(/0/g, '1')]));

/** For trays of which most cells have one. */
function Quick({ map, draft, change }: Omit<BarProps, 'wrong'>) {
  return (
    <Box className="no-print" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', ml: -1 }}>
      <Button
        variant="text"
        sx={{ px: 1 }}
        onClick={() =>
          change((d) => ({ cells: filled(d.cells), past: [...d.past, d.cells], touched: map.trays.map((t) => t.id) }))
        }
      >
        One in every blank
      </Button>
      {draft.touched.length > 0 && (
        <Button variant="text" sx={{ px: 1 }} onClick={() => change(() => begin(map.trays))}>
          Start over
        </Button>
      )}
    </Box>
  );
}

/** The cells in numbers: also the key to the shapes. */
function Summary({ now, map, touched }: { now: ReturnType<typeof tally>; map: TrayMap; touched: boolean }) {
  const counted_ = touched || map.tally !== null;
  const part = (n: number, text: string) => (
    <span style={{ whiteSpace: 'nowrap' }}>
      <b>{n}</b> {text}
    </span>
  );
  return (
    <Box aria-live="polite" sx={{ mb: 1 }}>
      <Typography component="p" sx={{ fontSize: '1.6rem', fontWeight: 600, lineHeight: 1.15 }}>
        {counted_
          ? `${counted(now.seedlings, 'seedling')} in ${counted(now.cells - now.blank, 'cell')}`
          : `${counted(now.cells, 'cell')} to count`}
      </Typography>
      {counted_ && (
        <Typography sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, fontSize: '1.05rem' }}>
          {part(now.blank, 'blank')}
          {part(now.one, 'with one')}
          {now.twins > 0 && part(now.twins, 'with two')}
          {now.more > 0 && part(now.more, 'with more')}
        </Typography>
      )}
    </Box>
  );
}

/** A row tray: seedlings by the row. */
function Drills({
  tray,
  mine,
  cells,
  readOnly,
  set,
}: {
  tray: Tray;
  mine: string;
  cells: string;
  readOnly: boolean;
  set: (cells: string) => void;
}) {
  return (
    <Box sx={{ display: 'grid', gap: 0.75, maxWidth: 420 }}>
      {tray.rows.map((r) => (
        <Box key={r.row} sx={{ display: 'grid', gridTemplateColumns: '6.5rem 1fr', alignItems: 'center', gap: 1 }}>
          <span>
            Row {r.row}
            {r.batchId === mine ? '' : `: ${r.code}`}
          </span>
          {r.batchId === mine && (
            <TextField
              value={String(upInRow(cells, r.row - 1, tray.rowCells))}
              disabled={readOnly}
              onFocus={(e) => e.target.select()}
              onChange={(e) => {
                const up = number(e.target.value === '' ? '0' : e.target.value);
                if (up !== null && Number.isInteger(up) && up >= 0 && up <= r.cells)
                  set(countRow(cells, r.row - 1, tray.rowCells, up));
              }}
              slotProps={{ htmlInput: { inputMode: 'numeric', 'aria-label': `Up in row ${r.row}, of ${r.cells}` } }}
            />
          )}
        </Box>
      ))}
    </Box>
  );
}

interface BarProps {
  map: TrayMap;
  draft: ReturnType<typeof useDraft>[0];
  change: ReturnType<typeof useDraft>[1];
  wrong: string | null;
}

/** What to do with what was typed. Stays in reach of the thumb. */
function Bar({ map, draft, change, wrong }: BarProps) {
  const send = usePutCells(map);
  const [carryOn, setCarryOn] = useState(true);
  const [reason, setReason] = useState('');
  const problem = send.error instanceof Problem ? send.error : null;
  const fewer = problem?.errors.trays?.[0] ?? null;
  const touched = draft.touched.length > 0;
  const up = tally(draft.cells).seedlings;
  const asks = touched && map.carryTo !== null && up >= map.half;
  const said = (means: Schemas['CellsMean'], why: string | null = null): CellsSaid => ({
    trays: map.trays.filter((t) => draft.touched.includes(t.id)).map((t) => ({ trayId: t.id, cells: draft.cells[t.id] ?? '' })),
    means,
    reason: why,
    carryOn: means === 'counted' && asks && carryOn,
    happenedOn: map.today,
  });
  const log = (means: Schemas['CellsMean'], why: string | null = null) =>
    send.mutate(said(means, why), { onSuccess: () => change((d) => ({ ...d, past: [], touched: [] })) });
  return (
    <Box
      className="no-print"
      sx={{
        position: { xs: touched ? 'sticky' : 'static', md: 'sticky' },
        bottom: { xs: 64, md: 0 },
        bgcolor: 'background.default',
        py: 1,
        zIndex: 1,
      }}
    >
      {(wrong ?? (problem && !fewer ? problem.message : null)) && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {wrong ?? Object.values(problem?.errors ?? {})[0]?.[0] ?? problem?.message}
        </Alert>
      )}
      {fewer && touched && (
        <Box sx={{ border: 2, borderColor: 'text.primary', borderRadius: 1, p: 1.5, mb: 1, bgcolor: 'background.paper' }}>
          <Typography sx={{ mb: 1 }}>{fewer}</Typography>
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
            <Button variant="outlined" onClick={() => log('miscounted')}>
              It was a miscount
            </Button>
            <TextField label="Lost: why" value={reason} onChange={(e) => setReason(e.target.value)} sx={{ maxWidth: 200 }} />
            <Button variant="outlined" color="error" disabled={reason.trim() === ''} onClick={() => log('lost', reason.trim())}>
              They were lost
            </Button>
          </Box>
        </Box>
      )}
      {asks && (
        <FormControlLabel
          sx={{ ml: 0, mb: 0.5 }}
          control={<Checkbox checked={carryOn} onChange={(e) => setCarryOn(e.target.checked)} />}
          label={`Uncover, and carry on to ${map.carryTo}`}
        />
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button
          variant="contained"
          disabled={!touched}
          loading={send.isPending}
          onClick={() => log('counted')}
          sx={{ minHeight: 52, minWidth: 130, fontSize: '1.1rem' }}
        >
          Log {touched ? counted(up, 'seedling') : 'the count'}
        </Button>
        <Button variant="outlined" disabled={draft.past.length === 0} onClick={() => change(back)} sx={{ minHeight: 52 }}>
          Undo
        </Button>
      </Box>
      <Typography color="textSecondary" sx={{ mt: 0.75, fontSize: '0.95rem', display: { xs: 'none', md: 'block' } }}>
        Click a tray, then type a digit for each cell. Arrows and Home, End walk; <b>f</b> fills the row; <b>u</b> undoes.
        Dragging paints.
      </Typography>
    </Box>
  );
}

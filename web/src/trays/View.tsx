import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { Link as To, useParams } from 'react-router';
import { useNursery } from '../data/nursery';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { LabelButton } from '../ui/LabelButton';
import { Empty, Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { Tag } from '../ui/Tag';
import { counted, number } from '../ui/units';
import { useWidth } from '../ui/useWidth';
import { Course } from './Course';
import { Bar, Quick, Thin } from './Bar';
import { back, countRow, put, tally, upInRow, type Tray, type TrayMap } from './model';
import { TrayGrid } from './TrayGrid';
import { useDraft, useLay, useTrays } from '../data/useTrays';
import { Warning } from '../ui/Warning';

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
        <Warning
          sx={{ mb: 2 }}
          action={
            <Button loading={lay.isPending} onClick={() => lay.mutate()}>
              Lay them out
            </Button>
          }
        >
          {counted(map.unlaid, 'cell')} lie in no tray yet.
        </Warning>
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
      {map.thin && draft.touched.length === 0 && <Thin map={map} thin={map.thin} />}
      {!readOnly && !map.trays.every((t) => t.drills) && <Quick map={map} draft={draft} change={change} />}
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
              put={(at, sign) => change((d) => put(d, tray.id, at, sign))}
              undo={() => change(back)}
              complain={complain}
            />
          )}
        </Box>
      ))}
      {!readOnly && <Bar map={map} draft={draft} change={change} />}
    </Box>
  );
}

/** The cells in numbers: also the key to the shapes. */
function Summary({ now, map, touched }: { now: ReturnType<typeof tally>; map: TrayMap; touched: boolean }) {
  const known = touched || map.tally !== null;
  const drills = map.trays.every((t) => t.drills);
  const part = (n: number, text: string) => (
    <span style={{ whiteSpace: 'nowrap' }}>
      <b>{n}</b> {text}
    </span>
  );
  const [thing, where] = drills
    ? ['seed', `of ${counted(now.cells, 'seed')}`]
    : ['cell', `in ${counted(now.cells - now.blank, 'cell')}`];
  return (
    <Box aria-live="polite" sx={{ mb: 1 }}>
      <Typography component="p" sx={{ fontSize: '1.6rem', fontWeight: 600, lineHeight: 1.15 }}>
        {known ? `${counted(now.seedlings, 'seedling')} ${where}` : `${counted(now.cells, thing)} to count`}
      </Typography>
      {known && !drills && (
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

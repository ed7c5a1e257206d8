import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { Doubt } from '../ui/Doubt';
import { DayField } from '../ui/DayField';
import { counted } from '../ui/units';
import { back, begin, tally, type Cells, type Draft, type TrayMap } from './model';
import { usePutCells, useThin, type CellsSaid } from '../data/useTrays';
import { Wrong } from '../ui/Wrong';

interface Props {
  map: TrayMap;
  draft: Draft;
  change: (step: (draft: Draft) => Draft) => void;
}

const filled = (cells: Cells): Cells => Object.fromEntries(Object.entries(cells).map(([id, c]) => [id, c.replace(/0/g, '1')]));

/** How cells are typed; and a start for trays of which most have one. */
export function Quick({ map, draft, change }: Props) {
  return (
    <Box className="no-print">
      <Typography color="textSecondary" sx={{ fontSize: '0.95rem', display: { xs: 'none', md: 'block' } }}>
        Click a tray, then type a digit for each cell. Arrows, Home and End walk; <b>f</b> fills the row; <b>u</b> undoes.
        Dragging paints.
      </Typography>
      <Typography color="textSecondary" sx={{ fontSize: '0.95rem', display: { md: 'none' } }}>
        Tap a cell to go round; rest a finger on one, then drag, to paint.
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', ml: -1 }}>
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
    </Box>
  );
}

/** Which are snipped and which are separated; done with one tap. */
export function Thin({ map, thin }: { map: TrayMap; thin: Schemas['ThinAnswer'] }) {
  const done = useThin(map);
  return (
    <Box sx={{ mb: 1 }}>
      <Typography sx={{ fontSize: '1.1rem', fontWeight: 600 }}>{thin.text}</Typography>
      {thin.snips > 0 && (
        <Button
          className="no-print"
          variant="outlined"
          loading={done.isPending}
          onClick={() => done.mutate(thin.snips)}
          sx={{ mt: 0.5, minHeight: 48 }}
        >
          Snipped as shown
        </Button>
      )}
      {done.error && <Wrong sx={{ mt: 1 }}>{done.error.message}</Wrong>}
    </Box>
  );
}

/** What to do with what was typed. Stays in reach of the thumb. */
export function Bar({ map, draft, change }: Props) {
  const send = usePutCells(map);
  const [carryOn, setCarryOn] = useState(true);
  const [reason, setReason] = useState('');
  const [on, setOn] = useState(map.today);
  const problem = send.error instanceof Problem ? send.error : null;
  const fewer = problem?.errors.trays?.[0] ?? null;
  const doubted = problem !== null && problem.doubts.length > 0;
  const other =
    fewer || doubted || problem?.at('happenedOn') ? null : (Object.values(problem?.errors ?? {})[0]?.[0] ?? send.error?.message);
  const touched = draft.touched.length > 0;
  const up = tally(draft.cells).seedlings;
  const asks = touched && map.carryTo !== null && up >= map.half;
  const said = (means: Schemas['CellsMean'], why: string | null = null): CellsSaid => ({
    trays: map.trays.filter((t) => draft.touched.includes(t.id)).map((t) => ({ trayId: t.id, cells: draft.cells[t.id] ?? '' })),
    means,
    reason: why,
    carryOn: means === 'counted' && asks && carryOn,
    happenedOn: on,
  });
  const log = (means: Schemas['CellsMean'], why: string | null = null) =>
    send.mutate(said(means, why), { onSuccess: () => change((d) => ({ ...d, past: [], touched: [] })) });
  return (
    <Box
      className="no-print"
      sx={{
        position: touched ? 'sticky' : 'static',
        bottom: { xs: 64, md: 0 },
        bgcolor: 'background.default',
        py: 1,
        zIndex: 1,
      }}
    >
      {doubted && touched && (
        <Doubt
          problem={problem}
          onSure={(sure) =>
            send.variables &&
            send.mutate({ ...send.variables, sure }, { onSuccess: () => change((d) => ({ ...d, past: [], touched: [] })) })
          }
        />
      )}
      {other && <Wrong sx={{ mb: 1 }}>{other}</Wrong>}
      {fewer && touched && (
        <Box sx={{ border: 2, borderColor: 'text.primary', borderRadius: 1, p: 1.5, mb: 1, bgcolor: 'background.paper' }}>
          <Typography sx={{ mb: 1 }}>{fewer}</Typography>
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
            <Button variant="outlined" onClick={() => log('miscounted')}>
              It was a miscount
            </Button>
            <Button variant="outlined" onClick={() => log('snipped')}>
              They were snipped
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
          label={`Cover off, move to ${map.carryTo}`}
        />
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'flex-start' }}>
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
        {touched && (
          <Box sx={{ width: { xs: '100%', sm: 170 }, display: { xs: on === map.today ? 'none' : 'block', sm: 'block' } }}>
            <DayField label="Counted on" value={on} onChange={setOn} max={map.today} error={problem?.at('happenedOn')} />
          </Box>
        )}
      </Box>
    </Box>
  );
}

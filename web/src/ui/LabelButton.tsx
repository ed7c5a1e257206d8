import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap } from '../api/client';
import { lastFormat, lastShift, printLabels } from '../data/labels';
import { useNursery } from '../data/nursery';
import { Choose, NumberField } from './Field';
import { number } from './units';
import { Code, Warning } from './Warning';
import { Wrong } from './Wrong';

/** Labels of some batches as a PDF, to print now or again. */
export function LabelButton({ batches, contained = false }: { batches: string[]; contained?: boolean }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        className="no-print"
        variant={contained ? 'contained' : 'text'}
        disabled={batches.length === 0}
        onClick={() => setOpen(true)}
        sx={{ px: contained ? 2 : 1 }}
      >
        Labels
      </Button>
      {open && <Labels batches={batches} onClose={() => setOpen(false)} />}
    </>
  );
}

const local = ['localhost', '127.0.0.1', '[::1]'];

function Labels({ batches, onClose }: { batches: string[]; onClose: () => void }) {
  const nursery = useNursery();
  const sowing = useQuery({
    queryKey: [nursery, 'sowing'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/sowing', { params: { path: { nursery } } })),
  });
  const formats = sowing.data?.formats ?? [];
  const [format, setFormat] = useState(lastFormat);
  const [on, setOn] = useState('rows');
  const [skip, setSkip] = useState('0');
  const [shift, setShift] = useState(lastShift);
  const moved = { right: number(shift.right), down: number(shift.down) };
  const askew = (mm: number | null) => (mm === null || Math.abs(mm) > 10 ? 'From −10 to 10 mm.' : undefined);
  const [failed, setFailed] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const chosen = formats.find((f) => f.code === format);
  const perPage = chosen ? chosen.columns * chosen.rows : 1;
  const used = number(skip);
  const wrong = used === null || !Number.isInteger(used) || used < 0 || used >= perPage ? `From 0 to ${perPage - 1}.` : undefined;
  const print = async () => {
    setBusy(true);
    setFailed(null);
    try {
      await printLabels(nursery, {
        batches,
        format,
        on,
        skip: perPage > 1 ? (used ?? 0) : 0,
        shift: { right: String(moved.right), down: String(moved.down) },
      });
      onClose();
    } catch (e) {
      setFailed(e instanceof Error ? e.message : 'The labels could not be made.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Labels</DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'grid', gap: 2, pt: 1 }}>
          <Choose
            label="Paper"
            value={format}
            onChange={setFormat}
            options={formats.map((f) => ({ value: f.code, label: f.name }))}
          />
          <Choose
            label="One for each"
            value={on}
            onChange={setOn}
            options={[
              { value: 'rows', label: 'tray, or row of a shared tray' },
              { value: 'trays', label: 'tray' },
              { value: 'pots', label: 'plant that stands' },
            ]}
          />
          {perPage > 1 && (
            <NumberField label="Labels used already on the first sheet" value={skip} onChange={setSkip} error={wrong} />
          )}
          <Box component="details">
            <Box component="summary" sx={{ cursor: 'pointer', minHeight: 44, display: 'flex', alignItems: 'center' }}>
              The print lies beside the labels
            </Box>
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, pt: 1 }}>
              <NumberField
                label="Move it right"
                unit="mm"
                value={shift.right}
                onChange={(right) => setShift({ ...shift, right })}
                error={askew(moved.right)}
              />
              <NumberField
                label="Move it down"
                unit="mm"
                value={shift.down}
                onChange={(down) => setShift({ ...shift, down })}
                error={askew(moved.down)}
              />
            </Box>
          </Box>
          {local.includes(window.location.hostname) && (
            <Warning>
              Their codes open this address, which is this machine’s alone. For the phone at the bench, open Juvenal at its
              network address first (<Code>./juvenal start --lan</Code>).
            </Warning>
          )}
          {failed && <Wrong>{failed}</Wrong>}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Back
        </Button>
        <Button
          variant="contained"
          loading={busy}
          disabled={(wrong !== undefined && perPage > 1) || askew(moved.right) !== undefined || askew(moved.down) !== undefined}
          onClick={() => void print()}
        >
          Make the PDF
        </Button>
      </DialogActions>
    </Dialog>
  );
}

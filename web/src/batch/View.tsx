import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To, useParams, useSearchParams } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { useMay } from '../data/session';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { DayField } from '../ui/DayField';
import { LabelButton } from '../ui/LabelButton';
import { Waiting } from '../ui/Page';
import { Figure } from '../ui/Figure';
import { Pick } from '../ui/Pick';
import { Warning } from '../ui/Warning';
import { StemLine } from '../ui/stem/StemLine';
import { gateOf, StepList } from '../ui/stem/StepList';
import { Tag } from '../ui/Tag';
import { counted, length } from '../ui/units';
import { Ledger } from './Ledger';
import { LogForm } from './LogForm';
import { figures, groupName } from './model';
import { useBatch, useEnd, useLock, type Batch } from '../data/useBatch';
import { Care } from './Care';
import { End } from './End';
import { Split } from './Split';
import { Notes } from '../troubles/Notes';
import { Which } from './Which';
import { Wrong } from '../ui/Wrong';

/** How is this one doing? */
export function BatchView() {
  const { batch: id = '' } = useParams();
  const batch = useBatch(id);
  if (!batch.data) return <Waiting error={batch.error} retry={() => void batch.refetch()} />;
  return <Whole batch={batch.data} />;
}

function Whole({ batch }: { batch: Batch }) {
  const nursery = useNursery();
  const end = useEnd(batch);
  const plans = useMay('grower');
  const [ending, setEnding] = useState(false);
  const [splitting, setSplitting] = useState<Schemas['GroupAnswer'] | null>(null);
  const [asking, setAsking] = useState<Schemas['GroupAnswer'] | null>(null);
  const units = useUnits();
  const [query, setScanned] = useSearchParams();
  // Opened by a label: it may stand on a pot that was split off since.
  const scanned = query.has('label');
  const [fixing, setFixing] = useState<Schemas['StepAnswer'] | null>(null);
  const { next } = batch;
  const moving = next?.step.kind === 'move' || next?.step.kind === 'harden';
  const why = batch.steps.find((s) => s.step.id === next?.step.id)?.why[0];
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5, mb: 1 }}>
        <CropMark crop={batch.crop} size={24} />
        <Typography variant="h1">{batch.cultivar}</Typography>
        <Tag>{batch.code}</Tag>
        <Box className="no-print" sx={{ ml: 'auto', display: 'flex', flexWrap: 'wrap' }}>
          {batch.hasTrays && batch.seedsSown > 0 && (
            <Button variant="text" component={To} to={`/n/${nursery}/batches/${batch.id}/trays`} sx={{ px: 1 }}>
              Trays
            </Button>
          )}
          {batch.standing > 0 && moving && (
            <Button variant="text" component={To} to={`/n/${nursery}/batches/${batch.id}/moving`} sx={{ px: 1 }}>
              Ready?
            </Button>
          )}
          {batch.standing > 0 && !batch.input.aim && !batch.endedOn && (
            <Button variant="text" component={To} to={`/n/${nursery}/batches/${batch.id}/go`} sx={{ px: 1 }}>
              Go or hold
            </Button>
          )}
          <LabelButton batches={[batch.id]} />
          {plans && (
            <>
              <Button variant="text" component={To} to={`/n/${nursery}/plan?batch=${batch.id}`} sx={{ px: 1 }}>
                Change
              </Button>
              <Button variant="text" component={To} to={`/n/${nursery}/plan?after=${batch.id}`} sx={{ px: 1 }}>
                Next wave
              </Button>
              <Button variant="text" onClick={() => (batch.endedOn ? end.mutate(null) : setEnding(true))} sx={{ px: 1 }}>
                {batch.endedOn ? 'Reopen' : 'Close'}
              </Button>
            </>
          )}
        </Box>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 1, mb: 1.5 }}>
        {figures(batch).map((f) => (
          <Figure key={f.label} {...f} loss={f.label === 'Lost'} />
        ))}
      </Box>
      {batch.input.aim && (
        <Typography sx={{ mb: 1.5 }}>
          {batch.input.aim.kind === 'sale' ? (
            <>
              For sale: ready by <b>{day(batch.input.aim.day ?? '')}</b>.
            </>
          ) : (
            'They end in their pot.'
          )}
        </Typography>
      )}
      {scanned && batch.children.length > 0 && (
        <Box sx={{ border: 2, borderColor: 'text.primary', borderRadius: 1, p: 1.5, mb: 1.5, bgcolor: 'background.paper' }}>
          <Typography sx={{ mb: 1, fontSize: '1.1rem', fontWeight: 600 }}>
            Part of {batch.code} goes its own way. Which is it?
          </Typography>
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            <Pick chosen={false} onClick={() => setScanned({}, { replace: true })}>
              {batch.code}, to {last(batch)}
            </Pick>
            {batch.children.map((c) => (
              <Button key={c.id} variant="outlined" color="inherit" component={To} to={`/n/${nursery}/batches/${c.id}`}>
                {c.code}
              </Button>
            ))}
          </Box>
        </Box>
      )}
      {(batch.againOf ?? batch.sownAgain.length > 0) && (
        <Typography sx={{ mb: 1.5 }}>
          {batch.againOf && (
            <>
              Sown again for{' '}
              <Link component={To} to={`/n/${nursery}/batches/${batch.againOf.id}`}>
                {batch.againOf.code}
              </Link>
              .{' '}
            </>
          )}
          {batch.sownAgain.map((b) => (
            <span key={b.id}>
              Sown again as{' '}
              <Link component={To} to={`/n/${nursery}/batches/${b.id}`}>
                {b.code}
              </Link>
              .{' '}
            </span>
          ))}
        </Typography>
      )}
      {(batch.parent ?? batch.children.length > 0) && (
        <Typography sx={{ mb: 1.5 }}>
          {batch.parent && (
            <>
              Split off from{' '}
              <Link component={To} to={`/n/${nursery}/batches/${batch.parent.id}`}>
                {batch.parent.code}
              </Link>
              .{' '}
            </>
          )}
          {batch.children.length > 0 && (
            <>
              Split off from it:{' '}
              {batch.children.map((c, i) => (
                <span key={c.id}>
                  {i > 0 && ', '}
                  <Link component={To} to={`/n/${nursery}/batches/${c.id}`}>
                    {c.code}
                  </Link>
                </span>
              ))}
              . A label of {batch.code} may stand on those pots too.
            </>
          )}
        </Typography>
      )}
      {!batch.endedOn &&
        batch.steps.map(
          (s) =>
            s.conflict && (
              <Typography key={s.step.id} color="error" sx={{ fontSize: '1.05rem', mb: 1.5 }}>
                {s.step.title}: {s.conflict}
              </Typography>
            ),
        )}
      {batch.failures.map((f) => (
        <Wrong key={f} sx={{ mb: 1 }}>
          Cannot re-plan: {f} The days below are those of the last plan.
        </Wrong>
      ))}
      {batch.warnings.map((w) => (
        <Warning key={w.text}>{w.text}</Warning>
      ))}
      {batch.endedOn && (
        <Typography sx={{ fontSize: '1.1rem', mb: 1.5 }}>
          Ended on <b>{day(batch.endedOn)}</b>: {batch.endReason}
        </Typography>
      )}
      {end.error && !ending && <Wrong>{end.error.message}</Wrong>}
      {batch.emergence && !batch.endedOn && (
        <Typography sx={{ fontSize: '1.1rem', mb: 0.5, fontWeight: batch.emergenceTroubled ? 600 : 400 }}>
          {batch.emergence}{' '}
          <Link className="no-print" component={To} to={`/n/${nursery}/batches/${batch.id}/trays`}>
            {batch.emergenceTroubled ? 'What to check' : 'Count'}
          </Link>
        </Typography>
      )}
      {next && !batch.endedOn && (
        <Typography sx={{ fontSize: '1.1rem', mb: 1.5 }}>
          {batch.outOfDate && 'Its plan is being made anew; until then the old days are shown. '}
          Next: <b>{next.title.toLowerCase()}</b>
          {next.day < batch.today ? ', due ' : ' on '}
          <b>{day(next.day)}</b>. {why?.text}
        </Typography>
      )}
      <StemLine steps={batch.steps} window={batch.window} sale={batch.input.aim?.day ?? null} today={batch.today} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.35fr) minmax(0, 1fr)' },
          columnGap: 4,
          rowGap: 3,
          mt: 2,
        }}
      >
        <Box component="section">
          <Typography variant="h2" sx={{ mb: 0.75 }}>
            Stages
          </Typography>
          <StepList
            today={batch.today}
            gate={gateOf(batch.window, batch.input.aim?.day ?? null)}
            steps={batch.steps}
            actions={(step) =>
              !plans || step.doneOn || step.step.kind === 'ripe' ? null : (
                <Button
                  variant="text"
                  onClick={() => setFixing(step)}
                  sx={{ px: 1 }}
                  aria-label={`${step.lockedOn ? 'Fixed' : 'Fix'} the day: ${step.step.title}`}
                >
                  {step.lockedOn ? 'Fixed' : 'Fix'}
                </Button>
              )
            }
          />
        </Box>
        <Box component="section">
          {batch.groups.length > 0 && (
            <>
              <Typography variant="h2" sx={{ mb: 0.75 }}>
                Where they stand
              </Typography>
              <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mb: 2.5 }}>
                {batch.groups.map((g) => (
                  <Box
                    component="li"
                    key={g.id}
                    sx={{
                      display: 'flex',
                      justifyContent: 'space-between',
                      gap: 2,
                      borderBottom: 1,
                      borderColor: 'divider',
                      py: 0.75,
                    }}
                  >
                    <span>
                      {groupName(g)}
                      <Typography component="span" variant="body2" sx={{ display: 'block', color: 'text.secondary' }}>
                        {g.state}
                        {g.spacedCm !== null && `, ${length.shown(g.spacedCm, units)} ${length.unit(units)} apart`}
                        {g.merged &&
                          '; set together with others before this was kept apart: the days are those of the careful side'}
                      </Typography>
                      {g.oneOf && g.oneOf.length > 0 && (
                        <Typography component="span" sx={{ display: 'block', fontWeight: 600 }}>
                          {g.oneOf.map((o) => o.code).join(' or ')}
                        </Typography>
                      )}
                    </span>
                    <Box sx={{ whiteSpace: 'nowrap', textAlign: 'right' }}>
                      <b>{counted(g.seedlings, 'plant')}</b>
                      {g.container && g.containers !== g.seedlings ? ` in ${g.containers}` : ''}
                      <Box sx={{ display: 'flex', justifyContent: 'flex-end' }}>
                        {plans && g.container && g.seedlings > 0 && (
                          <Button
                            className="no-print"
                            variant="text"
                            onClick={() => setSplitting(g)}
                            aria-label={`Split off: ${groupName(g, batch.groups)}`}
                            sx={{ px: 0.75, minHeight: 36, py: 0 }}
                          >
                            Split off
                          </Button>
                        )}
                        {g.seedlings > 0 && !batch.endedOn && (plans || !g.oneOf) && (
                          <Button
                            className="no-print"
                            variant="text"
                            onClick={() => setAsking(g)}
                            aria-label={`${g.oneOf ? 'What are they' : 'Labels mixed'}: ${groupName(g, batch.groups)}`}
                            sx={{ px: 0.75, minHeight: 36, py: 0 }}
                          >
                            {g.oneOf ? 'What are they?' : 'Labels mixed'}
                          </Button>
                        )}
                      </Box>
                    </Box>
                  </Box>
                ))}
              </Box>
            </>
          )}
          <Notes batch={batch} />
          {batch.seedsSown > 0 && <Care batch={batch.id} />}
          <Typography variant="h2" sx={{ mb: 0.75 }}>
            Ledger
          </Typography>
          <Ledger batch={batch} />
        </Box>
      </Box>
      {batch.groups.length > 0 && (
        <Box component="section" className="no-print" sx={{ mt: 3 }}>
          <Typography variant="h2" sx={{ mb: 1.5 }}>
            Log
          </Typography>
          <LogForm batch={batch} />
        </Box>
      )}
      {ending && <End end={end} onClose={() => setEnding(false)} />}
      {splitting && <Split batch={batch} group={splitting} onClose={() => setSplitting(null)} />}
      {asking && <Which batch={batch} group={asking} onClose={() => setAsking(null)} />}
      {fixing && <Fix batch={batch} step={fixing} onClose={() => setFixing(null)} />}
    </Box>
  );
}

/** Where a batch goes in the end. */
const last = (batch: Batch) => batch.steps.filter((s) => s.step.kind !== 'ripe').at(-1)?.place ?? '';

/** A day that stays, whatever the plan says. */
function Fix({ batch, step, onClose }: { batch: Batch; step: Schemas['StepAnswer']; onClose: () => void }) {
  const [on, setOn] = useState(step.lockedOn ?? step.mid);
  const lock = useLock(batch);
  const problem = lock.error instanceof Problem ? lock.error : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>{step.step.title}: fix the day</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>
          A fixed day stays. What comes after is planned around it; if it cannot be, the plan says so.
        </Typography>
        <DayField label="Day" value={on} onChange={setOn} min={batch.today} error={problem?.at('day') ?? problem?.message} />
      </DialogContent>
      <DialogActions>
        {step.lockedOn && (
          <Button variant="text" onClick={() => lock.mutate({ step: step.step.id, day: null }, { onSuccess: onClose })}>
            Release the day
          </Button>
        )}
        <Button variant="text" onClick={onClose}>
          Cancel
        </Button>
        <Button
          variant="contained"
          loading={lock.isPending}
          disabled={!on}
          onClick={() => lock.mutate({ step: step.step.id, day: on }, { onSuccess: onClose })}
        >
          Fix
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Link from '@mui/material/Link';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState, type ChangeEvent } from 'react';
import { Link as To } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { CountInput } from '../ui/CountInput';
import { CropMark } from '../ui/CropMark';
import { Doubt } from '../ui/Doubt';
import { away, day, plusDays, roughly } from '../ui/dates';
import { Reasons } from '../ui/Reasons';
import { Tag } from '../ui/Tag';
import { Wrong } from '../ui/Wrong';
import { counted, many, number } from '../ui/units';
import { useKept } from '../ui/useKept';
import { Cold } from './Cold';
import { amounts, callWords, noun, stop, what, when } from './model';
import type { Other } from './Otherwise';
import { useDone, useWhy, type Task } from '../data/useRound';

type Rest = Schemas['Rest'];

/** What is typed on a card and not sent yet. */
interface Typed {
  typed: string | null;
  carryOn: boolean;
  chosen: Rest | null;
  reason: string;
  pairs: string;
  other: Other | null;
}

const nothing: Typed = { typed: null, carryOn: true, chosen: null, reason: '', pairs: '', other: null };

/** Why the work falls on its day: asked for when it is opened. */
function TaskReasons({ task }: { task: Task }) {
  const why = useWhy(task);
  if (why.error) return <Typography color="error">{why.error.message}</Typography>;
  return why.data ? <Reasons why={why.data} /> : <Skeleton aria-label="Loading" sx={{ maxWidth: '40ch' }} />;
}

// What is opened by a tap comes with the tap: most cards are done without.
const Left = lazy(async () => ({ default: (await import('./Left')).Left }));
const LostHere = lazy(async () => ({ default: (await import('./LostHere')).LostHere }));
const PinchHere = lazy(async () => ({ default: (await import('./PinchHere')).PinchHere }));
const NotYet = lazy(async () => ({ default: (await import('./NotYet')).NotYet }));
const Otherwise = lazy(async () => ({ default: (await import('./Otherwise')).Otherwise }));

interface CardProps {
  task: Task;
  today: string;
  onDone?: (entries: string[]) => void;
  /** What is to be written before the work is. */
  before?: () => Promise<unknown>;
  /** It stands on its own sheet: no way leads there. */
  here?: boolean;
}

const stepper = { minWidth: 52, minHeight: 52, fontSize: '1.3rem', px: 0 };

/** One piece of work: what, how many, with what; done in one tap. */
export function TaskCard({ task, today, onDone, before, here = false }: CardProps) {
  const nursery = useNursery();
  const units = useUnits();
  const counting = task.step.kind === 'up' && !task.thinning;
  // A thinning is done as shown: its cells stand on the tray map.
  const fixed = task.thinning;
  const [{ typed, carryOn, chosen, reason, pairs, other }, keep, clear] = useKept<Typed>(
    `${nursery}/${task.batchId}/${task.step.id}/${task.group ?? ''}${fixed ? '/thin' : ''}`,
    nothing,
  );
  const [panel, setPanel] = useState<'more' | 'not-yet' | null>(null);
  const [changing, setChanging] = useState(false);
  // Leaves and roots decide when they move on.
  const looks = !here && !fixed && task.from !== null && (task.step.kind === 'move' || task.step.kind === 'harden');
  const turn = (to: 'more' | 'not-yet') => setPanel(panel === to ? null : to);
  const [wrong, setWrong] = useState<string | null>(null);
  const [calling, setCalling] = useState(false);
  const done = useDone(task, today);
  const problem = done.error instanceof Problem ? done.error : null;
  const setOther = (to: Other | null) => {
    // What was refused of another place says nothing of this one.
    if (problem) done.reset();
    keep({ other: to });
  };
  // Where the nights do not say go, it is never a plain "done": a second tap takes it on oneself.
  const carries = counting && task.carryTo !== null && carryOn;
  const held = stop(task);
  // Another place may be colder than the one that was planned: then the answer says so, and it is asked again.
  const refusedCold = problem?.code === 'cold';
  const planned = held && (!counting || carries) && (other?.on ?? today) === today ? held.verdict : null;
  const cold = refusedCold ? 'hold' : other?.to ? null : planned;

  const text = typed ?? (counting ? '' : String(task.count));
  const count = number(text);
  const left = task.step.kind === 'begin' || counting || fixed ? 0 : task.seedlings - (count ?? 0);
  // What becomes of the rest is the house rule's as long as every cell gave its plant; fewer than that stay, unless said otherwise.
  const rest = chosen ?? (count !== null && count >= task.count ? task.leftover : 'stays');
  const together = pairs.trim() === '' ? 0 : number(pairs);
  // Only where two stand in a cell can a pair go on as one.
  const asked = task.step.number === 1 && task.hasTrays && task.seedlings > task.count;
  const finished = ({ entries }: { entries: string[] }) => {
    clear();
    setChanging(false);
    onDone?.(entries);
  };
  const finish = () => {
    if (count === null || !Number.isInteger(count) || count < 0) {
      setWrong(counting ? 'Type how many are up so far.' : 'Type a whole number.');
      return;
    }
    if (asked && (together === null || !Number.isInteger(together) || together < 0 || together * 2 > count)) {
      setWrong(`Pairs kept together: a whole number, ${Math.floor(count / 2)} at most.`);
      return;
    }
    setWrong(null);
    if (cold && !calling) {
      setCalling(true);
      return;
    }
    setCalling(false);
    const send = () =>
      done.mutate(
        {
          count,
          carryOn: counting && task.carryTo !== null && carryOn,
          rest: left > 0 ? rest : 'stays',
          reason: rest === 'lost' ? reason : null,
          pairs: asked ? (together ?? 0) : 0,
          myCall: cold !== null,
          on: other?.on ?? today,
          to: other?.to ?? null,
          about: other?.about ?? null,
        },
        { onSuccess: finished },
      );
    if (before) void before().then(send, () => undefined);
    else send();
  };
  const step = (by: number) => keep({ typed: String(Math.max(0, Math.min(task.most, (count ?? 0) + by))) });
  const doubted = problem !== null && problem.doubts.length > 0;
  const atOther = ['happenedOn', 'to', 'to.placeId', 'to.containerId', 'containersTo'].some((f) => problem?.at(f));
  const refused =
    (other && atOther) || doubted
      ? undefined
      : problem
        ? (Object.values(problem.errors)[0]?.[0] ?? problem.message)
        : done.error?.message;
  const otherDay = other && other.on !== today ? other.on : null;
  const field = (
    <CountInput
      label={counting ? `Up so far, of ${task.seeds} seeds` : `How many, of ${task.most}`}
      value={text}
      onChange={(typed) => keep({ typed })}
      placeholder={counting ? 'up' : ''}
      autoFocus={changing}
      wrong={wrong !== null}
    />
  );

  return (
    <Box
      component="article"
      data-task
      tabIndex={-1}
      aria-label={`${task.title} ${task.cultivar}`}
      sx={{
        bgcolor: 'background.paper',
        border: 1,
        borderColor: task.press === 'overdue' ? 'text.primary' : 'divider',
        borderRadius: 1,
        px: { xs: 1.5, md: 2 },
        pt: { xs: 1.25, md: 1.5 },
        pb: 0.5,
        minWidth: 0,
        '&:focus': { outline: '3px solid', outlineOffset: 1 },
        breakInside: 'avoid',
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 0.25, flexWrap: 'wrap', pr: { md: 16 } }}>
        <CropMark crop={task.crop} />
        <Link
          component={To}
          to={`/n/${nursery}/batches/${task.batchId}`}
          sx={{ fontWeight: 600, textDecorationColor: 'transparent', '&:hover': { textDecorationColor: 'inherit' } }}
        >
          {task.cultivar}
        </Link>
        <Tag quiet>{task.code}</Tag>
        <Typography
          component="span"
          variant="body2"
          sx={{
            color: task.press === 'overdue' ? 'text.primary' : 'text.secondary',
            fontWeight: task.press === 'overdue' ? 600 : 400,
          }}
        >
          {when(task, today)}
        </Typography>
      </Box>
      <Box
        sx={{
          display: 'flex',
          gap: { xs: 1, md: 2 },
          alignItems: 'center',
          // Letters twice as large: the answer comes below.
          '@media (max-width: 16em)': { flexWrap: 'wrap' },
        }}
      >
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography component="h3" sx={{ fontSize: { xs: '1.35rem', md: '1.6rem' }, fontWeight: 600, lineHeight: 1.15 }}>
            {task.title}{' '}
            {!counting &&
              (fixed ? (
                what(task)
              ) : (
                <>
                  <ButtonBase
                    className="count"
                    title="Change the number"
                    aria-expanded={changing || typed !== null}
                    onClick={() => setChanging(!changing)}
                    sx={{
                      font: 'inherit',
                      verticalAlign: 'baseline',
                      fontVariantNumeric: 'tabular-nums',
                      borderBottom: '2px dotted',
                      borderColor: 'text.secondary',
                      px: 0.25,
                      position: 'relative',
                      // A wet thumb needs more than the digits.
                      '&::after': { content: '""', position: 'absolute', inset: '-10px -12px' },
                    }}
                  >
                    {many(count ?? task.count)}
                  </ButtonBase>{' '}
                  {noun(task, count ?? task.count)}
                </>
              ))}
          </Typography>
        </Box>
        <Box className="no-print" sx={{ display: 'flex', alignItems: 'center', gap: 0.75, flex: 'none' }}>
          {counting && field}
          <Button
            data-done
            variant={cold ? 'outlined' : 'contained'}
            color={cold && calling ? 'error' : 'primary'}
            loading={done.isPending}
            onClick={finish}
            onBlur={() => setCalling(false)}
            sx={{ minHeight: 56, minWidth: { xs: 84, md: 108 }, px: { xs: 1, md: 2 }, fontSize: '1.1rem' }}
          >
            {cold
              ? callWords(cold, calling)
              : otherDay
                ? `Done ${otherDay === plusDays(today, -1) ? 'yesterday' : day(otherDay).replace(/^\S+ /, '')}`
                : counting
                  ? 'Log'
                  : 'Done'}
          </Button>
        </Box>
      </Box>
      {!counting && !fixed && (changing || typed !== null) && (
        <Box className="no-print" sx={{ display: 'flex', alignItems: 'center', gap: 0.75, my: 0.75 }}>
          <Button variant="outlined" aria-label="One fewer" onClick={() => step(-1)} sx={stepper}>
            −
          </Button>
          {field}
          <Button variant="outlined" aria-label="One more" onClick={() => step(1)} sx={stepper}>
            +
          </Button>
          <Typography color="textSecondary">of {many(task.most)}</Typography>
        </Box>
      )}
      <Typography sx={{ fontSize: '1.05rem' }}>{amounts(task, units)}</Typography>
      {task.fits !== null && task.fits !== undefined && (
        <Typography sx={{ fontWeight: 600 }}>
          {task.fits > 0 ? `${many(task.fits)} today, ${many(task.count - task.fits)} can wait` : 'No time left for it today'}
        </Typography>
      )}
      {task.lacking > 0 && (
        <Typography sx={{ fontWeight: 600 }}>
          {counted(task.lacking, 'seed')} short in the packet: {many(task.containers)} cells were planned
        </Typography>
      )}
      {task.spare > 0 && (
        <Typography sx={{ fontWeight: 600 }}>
          {many(task.seedlings - task.spare)} are enough, {many(task.spare)} spare
        </Typography>
      )}
      {task.state && <Typography sx={{ color: 'text.secondary' }}>Those {task.state}</Typography>}
      {task.cold && (!counting || carries) && <Cold cold={task.cold} strong={planned !== null} mt={0.75} />}

      <Suspense fallback={null}>
        {left > 0 && (
          <Left
            left={left}
            out={task.step.kind === 'plant-out'}
            rest={rest}
            onRest={(chosen) => keep({ chosen })}
            reason={reason}
            onReason={(reason) => keep({ reason })}
          />
        )}
      </Suspense>
      <Suspense fallback={null}>
        {other && (
          <Otherwise task={task} today={today} other={other} onChange={setOther} errorAt={(field) => problem?.at(field)} />
        )}
      </Suspense>
      {asked && (
        <Box sx={{ mt: 1, display: 'flex', alignItems: 'center', gap: 1 }}>
          <CountInput label="Pairs kept together (count the pairs)" value={pairs} onChange={(pairs) => keep({ pairs })} />
          <Typography aria-hidden>Pairs kept together (count the pairs)</Typography>
        </Box>
      )}
      {doubted && (
        <Doubt
          problem={problem}
          onSure={(sure) => done.variables && done.mutate({ ...done.variables, sure }, { onSuccess: finished })}
        />
      )}
      {(wrong ?? refused) && <Wrong sx={{ mt: 1 }}>{wrong ?? refused}</Wrong>}
      {task.conflict && <Typography sx={{ mt: 0.5, fontWeight: 600 }}>{task.conflict}</Typography>}
      <Box className="no-print" sx={{ display: 'flex', gap: 0.5, mt: 0.25, ml: -1, alignItems: 'center', flexWrap: 'wrap' }}>
        {counting && task.carryTo && (
          <Box
            component="label"
            sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 48, mr: 2, pl: 1, cursor: 'pointer' }}
          >
            <Box
              component="input"
              type="checkbox"
              checked={carryOn}
              onChange={(e: ChangeEvent<HTMLInputElement>) => keep({ carryOn: e.target.checked })}
              sx={{ width: 22, height: 22, m: 0, accentColor: 'currentColor' }}
            />
            {`Cover off, move to ${task.carryTo}`}
          </Box>
        )}
        {!fixed && (
          <Button variant="text" onClick={() => turn('not-yet')} aria-expanded={panel === 'not-yet'} sx={{ px: 1 }}>
            Not yet
          </Button>
        )}
        {looks && (
          <Button
            variant="text"
            component={To}
            to={`/n/${nursery}/batches/${task.batchId}/moving${task.group ? `?group=${task.group}` : ''}`}
            sx={{ px: 1 }}
          >
            Ready?
          </Button>
        )}
        {task.hasTrays && (counting || fixed) && (
          <Button variant="text" component={To} to={`/n/${nursery}/batches/${task.batchId}/trays`} sx={{ px: 1 }}>
            {fixed ? 'Which cells' : 'Cell by cell'}
          </Button>
        )}
        <Button variant="text" onClick={() => turn('more')} aria-expanded={panel === 'more'} sx={{ px: 1 }}>
          More
        </Button>
        {task.minutes > 1 && (
          <Typography variant="body2" color="textSecondary" sx={{ ml: 0.5 }}>
            about {roughly(task.minutes)}
          </Typography>
        )}
      </Box>
      <Suspense fallback={null}>
        {panel === 'not-yet' && <NotYet task={task} today={today} onDone={onDone} onClose={() => setPanel(null)} />}
      </Suspense>
      {panel === 'more' && (
        <Box className="no-print" sx={{ mt: 0.5, pb: 1 }}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 1 }}>
            {!other && (
              <Button
                variant="outlined"
                onClick={() => setOther({ on: plusDays(today, -1), to: null, about: null })}
                sx={{ minHeight: 48 }}
              >
                Yesterday
              </Button>
            )}
            <Button
              variant="outlined"
              onClick={() => setOther(other ? null : { on: today, to: null, about: null })}
              aria-expanded={other !== null}
              sx={{ minHeight: 48 }}
            >
              {other ? 'As planned' : fixed || counting ? 'Other day' : 'Other day or place'}
            </Button>
            {task.step.kind === 'begin' && task.start === 'seed' && (
              <Button variant="outlined" component={To} to={`/n/${nursery}/sowing`} sx={{ minHeight: 48 }}>
                Bench sheet
              </Button>
            )}
          </Box>
          <Suspense fallback={null}>
            {task.from !== null && task.seedlings > 0 && <LostHere task={task} today={today} onDone={onDone} />}
          </Suspense>
          {task.checks.slice(fixed ? 1 : 0).map((c) => (
            <Typography key={c} sx={{ mb: 0.25 }}>
              {c}
            </Typography>
          ))}
          <Suspense fallback={null}>{task.pinch.length > 0 && task.from && <PinchHere task={task} today={today} />}</Suspense>
          {!fixed && <TaskReasons task={task} />}
          {task.cautions.map((c) => (
            <Typography key={c} variant="body2" sx={{ mt: 0.5 }}>
              <b>Care:</b> {c}
            </Typography>
          ))}
        </Box>
      )}
      {task.putOffReason && (
        <Typography variant="body2" color="textSecondary">
          Put off before: {task.putOffReason} ({away(today, task.due)})
        </Typography>
      )}
    </Box>
  );
}

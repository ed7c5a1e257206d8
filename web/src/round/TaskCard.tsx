import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Link from '@mui/material/Link';
import Skeleton from '@mui/material/Skeleton';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import { Problem, type Schemas } from '../api/client';
import { useNursery, useUnits } from '../data/nursery';
import { CropMark } from '../ui/CropMark';
import { Doubt } from '../ui/Doubt';
import { away, day, duration, plusDays } from '../ui/dates';
import { Reasons } from '../ui/Reasons';
import { Tag } from '../ui/Tag';
import { counted, many, number } from '../ui/units';
import { useKept } from '../ui/useKept';
import { Left } from './Left';
import { Look } from './Look';
import { amounts, callWords, what, when } from './model';
import { NotYet } from './NotYet';
import { Otherwise, type Other } from './Otherwise';
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

/** One piece of work: what, how many, with what; done in one tap. */
export function TaskCard({ task, today }: { task: Task; today: string }) {
  const nursery = useNursery();
  const units = useUnits();
  const counting = task.step.kind === 'up' && !task.thinning;
  // A thinning is done as shown: its cells stand on the tray map.
  const fixed = task.thinning;
  const [{ typed, carryOn, chosen, reason, pairs, other }, keep, clear] = useKept<Typed>(
    `${nursery}/${task.batchId}/${task.step.id}/${task.group ?? ''}${fixed ? '/thin' : ''}`,
    nothing,
  );
  const [open, setOpen] = useState(false);
  const [putting, setPutting] = useState(false);
  const [looking, setLooking] = useState(false);
  // Leaves and roots decide when they move on.
  const looks = !fixed && task.from !== null && (task.step.kind === 'move' || task.step.kind === 'harden');
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
  const held = task.cold?.verdict === 'hold' || task.cold?.verdict === 'go-with-cover' ? task.cold : null;
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
      { onSuccess: clear },
    );
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
        '&:focus': { outline: '3px solid', outlineOffset: 1 },
        breakInside: 'avoid',
      }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: { xs: 1.25, md: 2 }, alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 300px', minWidth: 0 }}>
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 0.25, flexWrap: 'wrap' }}>
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
          <Typography component="h3" sx={{ fontSize: { xs: '1.45rem', md: '1.6rem' }, fontWeight: 600, lineHeight: 1.15 }}>
            {task.title} {!counting && <Box component="span">{what(task)}</Box>}
          </Typography>
          <Typography sx={{ fontSize: '1.05rem' }}>{amounts(task, units)}</Typography>
          {task.lacking > 0 && (
            <Typography sx={{ fontWeight: 600 }}>{counted(task.lacking, 'seed')} short in the packet</Typography>
          )}
          {task.spare > 0 && (
            <Typography sx={{ fontWeight: 600 }}>
              {many(task.seedlings - task.spare)} are enough, {many(task.spare)} spare
            </Typography>
          )}
          {task.state && <Typography sx={{ color: 'text.secondary' }}>Those {task.state}</Typography>}
          {task.cold && (!counting || carries) && (
            <Typography
              data-cold={task.cold.verdict}
              sx={{ mt: 0.75, fontWeight: planned ? 600 : 400, color: task.cold.freezes ? 'error.main' : 'text.primary' }}
            >
              {task.cold.text.replaceAll(/ (°[CF])/g, '\u00a0$1')}
            </Typography>
          )}
        </Box>
        <Box className="no-print" sx={{ display: 'flex', alignItems: 'center', gap: 0.75, flex: { xs: '1 1 100%', sm: 'none' } }}>
          {!fixed && (
            <>
              <Button
                variant="outlined"
                aria-label="One fewer"
                onClick={() => step(-1)}
                sx={{ minWidth: 48, minHeight: 52, fontSize: '1.3rem', px: 0 }}
              >
                −
              </Button>
              <TextField
                value={text}
                onChange={(e) => keep({ typed: e.target.value })}
                placeholder={counting ? 'up' : ''}
                error={wrong !== null}
                slotProps={{
                  htmlInput: {
                    inputMode: 'numeric',
                    'aria-label': counting ? `Up so far, of ${task.seeds} seeds` : `How many, of ${task.most}`,
                    style: { textAlign: 'center', fontSize: '1.25rem', fontWeight: 600, padding: '11px 4px' },
                  },
                }}
                sx={{ width: { xs: 'auto', sm: 92 }, minWidth: 62, flex: { xs: 1, sm: 'none' } }}
              />
              <Button
                variant="outlined"
                aria-label="One more"
                onClick={() => step(1)}
                sx={{ minWidth: 48, minHeight: 52, fontSize: '1.3rem', px: 0 }}
              >
                +
              </Button>
            </>
          )}
          <Button
            data-done
            variant={cold ? 'outlined' : 'contained'}
            color={cold && calling ? 'error' : 'primary'}
            loading={done.isPending}
            onClick={finish}
            onBlur={() => setCalling(false)}
            sx={{ minHeight: 52, minWidth: 96, fontSize: '1.1rem', ml: 0.5 }}
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
      {other && <Otherwise task={task} today={today} other={other} onChange={setOther} errorAt={(field) => problem?.at(field)} />}
      {asked && (
        <Box sx={{ mt: 1, maxWidth: 300 }}>
          <TextField
            label="Pairs kept together (count the pairs)"
            value={pairs}
            onChange={(e) => keep({ pairs: e.target.value })}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          />
        </Box>
      )}
      {doubted && (
        <Doubt
          problem={problem}
          onSure={(sure) => done.variables && done.mutate({ ...done.variables, sure }, { onSuccess: clear })}
        />
      )}
      {(wrong ?? refused) && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {wrong ?? refused}
        </Alert>
      )}
      {task.conflict && <Typography sx={{ mt: 0.5, fontWeight: 600 }}>{task.conflict}</Typography>}
      <Box className="no-print" sx={{ display: 'flex', gap: 0.5, mt: 0.25, ml: -1, alignItems: 'center', flexWrap: 'wrap' }}>
        {counting && task.carryTo && (
          <FormControlLabel
            sx={{ ml: 0, mr: 2 }}
            control={<Checkbox checked={carryOn} onChange={(e) => keep({ carryOn: e.target.checked })} />}
            label={`Cover off, move to ${task.carryTo}`}
          />
        )}
        <Button variant="text" onClick={() => setOpen(!open)} aria-expanded={open} sx={{ px: 1 }}>
          {task.checks.length > 0 ? 'How and why' : 'Why'}
        </Button>
        {looks && (
          <Button variant="text" onClick={() => setLooking(true)} sx={{ px: 1 }}>
            Look
          </Button>
        )}
        {!fixed && (
          <Button variant="text" onClick={() => setPutting(true)} sx={{ px: 1 }}>
            Not yet
          </Button>
        )}
        <Button
          variant="text"
          onClick={() => setOther(other ? null : { on: today, to: null, about: null })}
          aria-expanded={other !== null}
          sx={{ px: 1 }}
        >
          {fixed || counting ? 'Other day' : 'Other day or place'}
        </Button>
        {task.hasTrays && (counting || fixed) && (
          <Button variant="text" component={To} to={`/n/${nursery}/batches/${task.batchId}/trays`} sx={{ px: 1 }}>
            {fixed ? 'Which cells' : 'Cell by cell'}
          </Button>
        )}
        {task.step.kind === 'begin' && task.start === 'seed' && (
          <Button variant="text" component={To} to={`/n/${nursery}/sowing`} sx={{ px: 1 }}>
            Bench sheet
          </Button>
        )}
        {task.minutes > 1 && (
          <Typography variant="body2" color="textSecondary" sx={{ ml: 0.5 }}>
            about {duration(task.minutes)}
          </Typography>
        )}
      </Box>
      {open && (
        <Box sx={{ mt: 0.5 }}>
          {task.checks.slice(fixed ? 1 : 0).map((c) => (
            <Typography key={c} sx={{ mb: 0.25 }}>
              {c}
            </Typography>
          ))}
          {!fixed && <TaskReasons task={task} />}
          {task.cautions.map((c) => (
            <Typography key={c} variant="body2" sx={{ mt: 0.5 }}>
              <b>Care:</b> {c}
            </Typography>
          ))}
        </Box>
      )}
      {looking && <Look task={task} today={today} onClose={() => setLooking(false)} />}
      {putting && <NotYet task={task} today={today} onClose={() => setPutting(false)} />}
      {task.putOffReason && (
        <Typography variant="body2" color="textSecondary">
          Put off before: {task.putOffReason} ({away(today, task.due)})
        </Typography>
      )}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { lastFormat, printLabels } from '../data/labels';
import { MulchToday } from '../beds/MulchLine';
import { useNursery, useUnits } from '../data/nursery';
import { useMay } from '../data/session';
import { day, roughly } from '../ui/dates';
import { Empty, Waiting } from '../ui/Page';
import { useSay } from '../ui/Say';
import { Warning } from '../ui/Warning';
import { counted, many, volume } from '../ui/units';
import { DoneLine, DoneToday } from './DoneToday';
import { alike, degrees, fewestAlike, folded, headline, nightName, potted, total, walk, type Fold } from './model';
import { After } from './After';
import { Band } from './Band';
import { Coming } from './Coming';
import { Feed } from './Feed';
import { Hours } from './Hours';
import { Ladder } from './Ladder';
import { Moved } from './Moved';
import { Standing } from './Standing';
import { ToHave } from './ToHave';
import { Troubles } from './Troubles';
import { TaskCard } from './TaskCard';
import { TypeForecast } from './TypeForecast';
import { Walked } from './Walked';
import { useRound, type Task } from '../data/useRound';

/** What do I do now? */
export function RoundView() {
  const nursery = useNursery();
  const round = useRound();
  const first = round.data?.pages[0];
  // What was done stays where it stood, as a line, until the round is left.
  const [folds, setFolds] = useState<Fold[]>([]);
  if (!round.data || !first) return <Waiting error={round.error} retry={() => void round.refetch()} />;
  const { today, coming, pickList, minutes, jobs, missing, nights, waiting } = first;
  if (missing) return <First missing={missing} base={`/n/${nursery}`} />;
  const walked = walk(round.data.pages);
  const stops = folded(walked, folds, first.done);
  const troubled = round.data.pages.flatMap((p) => p.troubled);
  const left = jobs - walked.reduce((n, s) => n + s.tasks.length, 0);

  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 280px' }, columnGap: 4, rowGap: 3 }}
    >
      <Box>
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1.5 }}>
          <Typography variant="h1" sx={{ flex: 1 }}>
            <Box component="span" sx={{ display: 'none', '@media print': { display: 'inline' } }}>
              {day(today)}:{' '}
            </Box>
            {headline(jobs, minutes)}
          </Typography>
          <Button
            className="no-print"
            variant="text"
            onClick={() => window.print()}
            sx={{ display: { xs: 'none', md: 'inline-flex' } }}
          >
            Print
          </Button>
        </Box>
        <Hours round={first} />
        <Band round={first} />
        <Nights nights={nights} today={today} />
        {waiting > 0 && (
          <Typography color="textSecondary" sx={{ mb: 1.5 }}>
            {counted(waiting, 'plan')} being made anew; until then their old days are shown.
          </Typography>
        )}
        {troubled.map((t) => (
          <Warning key={t.batchId}>
            The work of {t.cultivar} {t.code} cannot be shown.{' '}
            <Link component={To} to={`/n/${nursery}/batches/${t.batchId}`}>
              Open the batch
            </Link>
          </Warning>
        ))}
        <Moved moved={first.moved} />
        {jobs === 0 && (
          <Typography color="textSecondary">
            {coming[0]
              ? `Next: ${coming[0].title.toLowerCase()} ${coming[0].cultivar} on ${day(coming[0].due)}.`
              : 'Nothing more is planned.'}
          </Typography>
        )}
        <Ladder ladder={first.ladder} today={today} />
        <After after={first.after} today={today} />
        <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {stops.map(({ stop, lines }, i) => (
            <Stop
              key={stop.placeId}
              stop={stop}
              lines={lines}
              number={i + 1}
              today={today}
              last={i === stops.length - 1}
              onDone={(entries) => {
                setFolds([...folds, { placeId: stop.placeId, place: stop.place, at: i, entries }]);
                goOn();
              }}
            />
          ))}
        </Box>
        {round.hasNextPage && (
          <Button
            className="no-print"
            variant="outlined"
            onClick={() => void round.fetchNextPage()}
            disabled={round.isFetchingNextPage}
          >
            {round.isFetchingNextPage ? 'Fetching…' : `Show more: ${counted(left, 'job')} further on`}
          </Button>
        )}
        <MulchToday mulch={first.mulch} />
        <Troubles troubles={first.troubles} />
        <Feed feeding={first.feeding} />
        {first.standing.length > 0 && <Walked walked={first.walked} />}
        <DoneToday done={first.done} today={today} />
      </Box>
      <Box component="aside">
        {pickList.length > 0 && <PickList items={pickList} pots={potted(walked)} />}
        <Standing standing={first.standing} today={today} />
        {coming.length > 0 && <Coming tasks={coming} base={`/n/${nursery}`} />}
        <ToHave open={jobs === 0} />
      </Box>
    </Box>
  );
}

/** A place on the walk; on a desk a line leads to the next. */
function Stop({
  stop,
  lines,
  number,
  today,
  last,
  onDone,
}: {
  stop: Schemas['StopAnswer'];
  lines: Schemas['DoneAnswer'][];
  number: number;
  today: string;
  last: boolean;
  onDone: (entries: string[]) => void;
}) {
  return (
    <Box component="li" sx={{ position: 'relative', pl: { xs: 0, md: 5.25 }, pb: 2.5 }}>
      {!last && (
        <Box
          sx={{
            display: { xs: 'none', md: 'block' },
            position: 'absolute',
            left: 14,
            top: 36,
            bottom: 4,
            width: 3,
            bgcolor: 'divider',
          }}
        />
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.25, mb: 1, ml: { md: -5.25 } }}>
        <Box
          sx={{
            width: 30,
            height: 30,
            flex: 'none',
            borderRadius: '50%',
            bgcolor: 'text.primary',
            color: 'background.paper',
            display: 'grid',
            placeItems: 'center',
            fontWeight: 600,
          }}
        >
          {number}
        </Box>
        <Typography variant="h2">{stop.place}</Typography>
        {stop.jobs > stop.tasks.length && <Typography color="textSecondary">{counted(stop.jobs, 'job')} here</Typography>}
      </Box>
      {lines.length > 0 && (
        <Box
          component="ul"
          aria-label={`Done in ${stop.place}`}
          className="no-print"
          sx={{ listStyle: 'none', m: 0, p: 0, mb: 1 }}
        >
          {lines.map((d) => (
            <DoneLine key={d.entry} done={d} today={today} />
          ))}
        </Box>
      )}
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        {alike(stop.tasks).map((tasks) => (
          <Alike key={keyOf(tasks[0] as Task)} tasks={tasks} today={today} onDone={onDone} />
        ))}
      </Box>
    </Box>
  );
}

const keyOf = (task: Task) => `${task.batchId}${task.step.id}${task.group ?? ''}`;

/** The next card has the keyboard, when the one that had it folds. */
function goOn() {
  const cards = [...document.querySelectorAll<HTMLElement>('[data-task]')];
  const here = cards.findIndex((c) => c.contains(document.activeElement));
  if (here >= 0) cards[here + 1]?.focus({ preventScroll: true });
}

/** A card; or many like ones as one, that opens. */
function Alike({ tasks, today, onDone }: { tasks: Task[]; today: string; onDone: (entries: string[]) => void }) {
  const [open, setOpen] = useState(false);
  const one = tasks[0];
  const cards = tasks.map((t) => <TaskCard key={keyOf(t)} task={t} today={today} onDone={onDone} />);
  if (!one || tasks.length < fewestAlike) return cards;
  const minutes = tasks.reduce((n, t) => n + t.minutes, 0);
  const late = tasks.filter((t) => t.press === 'overdue').length;
  return (
    <>
      <Box
        sx={{
          display: 'flex',
          gap: 2,
          alignItems: 'center',
          bgcolor: 'background.paper',
          border: 1,
          borderColor: late > 0 ? 'text.primary' : 'divider',
          borderRadius: 1,
          px: { xs: 1.5, md: 2 },
          py: 1.25,
        }}
      >
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography component="h3" sx={{ fontSize: { xs: '1.35rem', md: '1.6rem' }, fontWeight: 600, lineHeight: 1.15 }}>
            {one.title}: {counted(tasks.length, 'batch', 'batches')}
            {one.press !== 'look' && `, ${total(tasks)}`}
          </Typography>
          <Typography color="textSecondary">
            {[late > 0 ? `${late} late` : null, minutes > 1 ? `about ${roughly(minutes)}` : null].filter(Boolean).join(' · ')}
          </Typography>
        </Box>
        <Button
          className="no-print"
          variant="outlined"
          onClick={() => setOpen(!open)}
          aria-expanded={open}
          sx={{ minHeight: 56, minWidth: 96, fontSize: '1.1rem' }}
        >
          {open ? 'Fold' : 'Open'}
        </Button>
      </Box>
      {open && cards}
    </>
  );
}

/** The nights ahead, for every role: what they allow stands on the cards. */
function Nights({ nights, today }: { nights: Schemas['NightsAnswer']; today: string }) {
  const units = useUnits();
  if (nights.known === 'nowhere') return <TypeForecast today={today} nights={nights} />;
  const unit = units === 'us' ? '°F' : '°C';
  const shown = nights.known === 'record' ? nights.nights.slice(0, 1) : nights.nights.slice(0, 7);
  return (
    <Box component="section" aria-label="Nights ahead" sx={{ mb: 1.5 }}>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.25 }}>
        <Box component="li" sx={{ color: 'text.secondary' }}>
          Lows, {unit}
        </Box>
        {shown.map((n) => (
          <Box component="li" key={n.evening} sx={{ fontWeight: n.evening === today ? 600 : 400 }}>
            {nights.known === 'record' ? 'A cold night now' : nightName(n.evening, today)}{' '}
            <Box
              component="span"
              sx={{ color: n.lowC <= 0 ? 'error.main' : 'inherit', fontWeight: n.lowC <= 0 ? 600 : 'inherit' }}
            >
              {degrees(n.lowC, units)}
            </Box>
            {n.warned && ' foretold'}
          </Box>
        ))}
      </Box>
      {nights.wind && <Typography variant="body2">{nights.wind}</Typography>}
      {nights.note && <Typography variant="body2">{nights.note}</Typography>}
      <TypeForecast today={today} nights={nights} />
    </Box>
  );
}

/** What is to be fetched; the labels of the morning's pots come by one tap, on the paper that was printed on last. */
function PickList({ items, pots }: { items: Schemas['PickAnswer'][]; pots: string[] }) {
  const units = useUnits();
  const nursery = useNursery();
  const { complain } = useSay();
  const print = useMutation({
    mutationFn: () => printLabels(nursery, { batches: pots, format: lastFormat(), on: 'pots' }),
    onError: (e) => complain(e.message),
  });
  return (
    <Box component="section" sx={{ mb: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Fetch
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {items.map((item) => (
          <Box
            component="li"
            key={item.what}
            sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, py: 0.5, borderBottom: 1, borderColor: 'divider' }}
          >
            <span>{item.what}</span>
            <b>
              {item.unit === 'L' ? volume.said(item.amount, units) : many(item.amount)}
              {item.bags ? `, ${counted(item.bags, 'bag')}` : ''}
            </b>
          </Box>
        ))}
      </Box>
      {pots.length > 0 && (
        <Button className="no-print" variant="text" loading={print.isPending} onClick={() => print.mutate()} sx={{ px: 0.5 }}>
          Labels for this morning’s pots
        </Button>
      )}
    </Box>
  );
}

const firsts: Record<string, { title: string; text: string; to: string; action: string }> = {
  batch: {
    title: 'Nothing is planned yet',
    text: 'Say how many plants you want: Juvenal says when to sow, and how much.',
    to: 'plan/several',
    action: 'Plan the season',
  },
  setup: {
    title: 'Four questions, then your season stands here',
    text: 'When it last freezes, what you grow in, what you grow, and what stands already. Five minutes; all of it can be changed later.',
    to: 'start',
    action: 'Begin',
  },
};

function First({ missing, base }: { missing: string; base: string }) {
  const plans = useMay('grower');
  const first = missing === 'batch' ? firsts.batch : firsts.setup;
  if (!first) return null;
  if (!plans)
    return <Empty title="No work yet">A grower of this nursery plans the first batch; then its work stands here.</Empty>;
  return (
    <Empty title={first.title} to={`${base}/${first.to}`} action={first.action}>
      {first.text}
    </Empty>
  );
}

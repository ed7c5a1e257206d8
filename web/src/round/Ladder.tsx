import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import { Link as To } from 'react-router';
import { useNursery } from '../data/nursery';
import { useAired, type OnLadder } from '../data/useLadder';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { Tag } from '../ui/Tag';
import { Wrong } from '../ui/Wrong';
import { counted } from '../ui/units';

const DayOut = lazy(async () => ({ default: (await import('./DayOut')).DayOut }));

/** A list that is longer is folded. */
const most = 6;

/** Who hardens off: what today's rung asks of each, said by one tap; for all of them by one too. */
export function Ladder({ ladder, today }: { ladder: OnLadder[]; today: string }) {
  const all = useAired(today);
  const [whole, setWhole] = useState(false);
  const shown = whole ? ladder : ladder.slice(0, ladder.length > most + 1 ? most : ladder.length);
  const go = ladder.filter((g) => g.asks && !g.said && !g.stayIn);
  // Forgotten for all of them alike, it is said of all of them at once.
  const together = ladder.length > 1 && ladder.every((g) => g.notSaid.join() === ladder[0]?.notSaid.join());
  if (ladder.length === 0) return null;
  return (
    <Box component="section" aria-label="Harden off" sx={{ mb: 2.5 }}>
      <Typography variant="h2">Harden off</Typography>
      <Typography color="textSecondary" sx={{ mb: 0.5 }}>
        Water first, off the ground, out of the wind.
      </Typography>
      {together && <NotSaid groups={ladder} today={today} />}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map((g) => (
          <Row key={g.group} group={g} today={today} asks={!together && g.notSaid.length > 0} />
        ))}
      </Box>
      {shown.length < ladder.length && (
        <Button className="no-print" variant="text" onClick={() => setWhole(true)} sx={{ px: 0, mr: 2, minHeight: 48 }}>
          {counted(ladder.length - shown.length, 'more group')}
        </Button>
      )}
      {go.length > 1 && (
        <Button
          className="no-print"
          variant="outlined"
          loading={all.isPending}
          onClick={() => all.mutate({ groups: go, days: [today], said: null })}
          sx={{ mt: 1, minHeight: 48 }}
        >
          All {go.length} as asked
        </Button>
      )}
      {all.error && <Wrong sx={{ mt: 0.5 }}>{all.error.message}</Wrong>}
    </Box>
  );
}

function Row({ group: g, today, asks }: { group: OnLadder; today: string; asks: boolean }) {
  const nursery = useNursery();
  const aired = useAired(today);
  const [open, setOpen] = useState(false);
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <CropMark crop={g.crop} />
        <Link component={To} to={`/n/${nursery}/batches/${g.batchId}`} sx={{ fontWeight: 600 }}>
          {g.cultivar}
        </Link>
        <Tag quiet>{g.code}</Tag>
        <Typography component="span" variant="body2" color="textSecondary">
          {counted(g.seedlings, 'plant')}, {g.place}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: { xs: 1, md: 2 }, mt: 0.25 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Rungs done={g.done} needed={g.needed} />
          {g.said ? (
            <Typography>{g.said}</Typography>
          ) : (
            <>
              <Typography sx={{ fontSize: '1.1rem', fontWeight: g.stayIn ? 400 : 600 }}>{g.stayIn ? g.day : g.asks}</Typography>
              {!g.stayIn && g.day && <Typography>{g.day}</Typography>}
              {!g.stayIn && g.room && <Typography>{g.room}</Typography>}
            </>
          )}
        </Box>
        <Box className="no-print" sx={{ display: 'flex', flexDirection: 'column', alignItems: 'stretch', flex: 'none' }}>
          {!g.said && (
            <Button
              variant={g.stayIn ? 'outlined' : 'contained'}
              loading={aired.isPending}
              aria-label={`${g.stayIn ? 'Out all the same' : 'Done'}: ${g.cultivar} ${g.code}`}
              onClick={() => aired.mutate({ groups: [g], days: [today], said: null })}
              sx={{ minHeight: 56, minWidth: { xs: 84, md: 108 }, fontSize: '1.1rem' }}
            >
              {g.stayIn ? 'Out' : 'Done'}
            </Button>
          )}
          <Button
            variant="text"
            aria-expanded={open}
            aria-label={`${g.said ? 'Say it anew' : 'Otherwise'}: ${g.cultivar} ${g.code}`}
            onClick={() => setOpen(!open)}
            sx={{ px: 0.5, minHeight: 44 }}
          >
            {g.said ? 'Say it anew' : 'Otherwise'}
          </Button>
        </Box>
      </Box>
      {asks && <NotSaid groups={[g]} today={today} />}
      {aired.error && <Wrong sx={{ mt: 0.5 }}>{aired.error.message}</Wrong>}
      <Suspense fallback={null}>{open && <DayOut group={g} today={today} onClose={() => setOpen(false)} />}</Suspense>
    </Box>
  );
}

/** Days that nobody said anything of: they were out, or they stayed in. */
function NotSaid({ groups, today }: { groups: OnLadder[]; today: string }) {
  const aired = useAired(today);
  const days = groups[0]?.notSaid ?? [];
  if (days.length === 0) return null;
  const say = (said: { hoursOut: number } | null) => aired.mutate({ groups, days, said });
  return (
    <Box className="no-print" sx={{ py: 0.5 }}>
      <Typography>{missing(days)}: nobody said whether they were out.</Typography>
      <Box sx={{ display: 'flex', columnGap: 2 }}>
        <Button variant="text" loading={aired.isPending} onClick={() => say(null)} sx={{ px: 0, minHeight: 44 }}>
          Out, as asked
        </Button>
        <Button variant="text" onClick={() => say({ hoursOut: 0 })} sx={{ px: 0, minHeight: 44 }}>
          Stayed in
        </Button>
      </Box>
      {aired.error && <Wrong>{aired.error.message}</Wrong>}
    </Box>
  );
}

/** "Mon 20 Apr", "Mon 20 Apr and 2 more days". */
function missing(days: string[]): string {
  const [first, ...more] = days;
  return first ? day(first) + (more.length > 0 ? ` and ${counted(more.length, 'more day')}` : '') : '';
}

/** The ladder, seen from the side: what is behind them is filled. */
function Rungs({ done, needed }: { done: number; needed: number }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: '3px', mb: 0.5 }}>
      <Box role="img" aria-label={`${done} of ${needed} rungs`} sx={{ display: 'flex', gap: '3px' }}>
        {Array.from({ length: needed }, (_, i) => (
          <Box
            key={i}
            sx={{
              width: 12,
              height: 12,
              border: 2,
              borderColor: 'text.primary',
              bgcolor: i < done ? 'text.primary' : 'transparent',
              printColorAdjust: 'exact',
            }}
          />
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ ml: 0.75 }}>
        {done >= needed ? 'hardened' : `${done} of ${needed}`}
      </Typography>
    </Box>
  );
}

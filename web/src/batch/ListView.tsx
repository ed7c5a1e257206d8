import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import { Link as To, useLocation } from 'react-router';
import { useNursery, useSite } from '../data/nursery';
import { useMay } from '../data/session';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { Empty, Waiting } from '../ui/Page';
import { Tag } from '../ui/Tag';
import { counted, many } from '../ui/units';
import { groupsOf, type Listed } from './groups';
import { columns, Months } from './Months';
import { useTyped } from '../ui/useTyped';
import { SmallStem } from './SmallStem';
import { useBatches } from '../data/useBatch';

const SeasonEnd = lazy(async () => ({ default: (await import('./SeasonEnd')).SeasonEnd }));

/** No screen shows more lines at once. */
const onScreen = 30;

/** All batches, each with its small stem. */
export function BatchListView() {
  const nursery = useNursery();
  const site = useSite();
  const plans = useMay('grower');
  const location = useLocation();
  const [find, setFind] = useState('');
  const [ending, setEnding] = useState(false);
  const batches = useBatches(find.trim());
  if (!batches.data || !site.data) return <Waiting error={batches.error ?? site.error} />;
  const { total = 0, plants = 0 } = batches.data.pages.at(-1) ?? {};
  if (total === 0 && find === '' && !batches.isPlaceholderData)
    return (
      <Empty title="No batches yet" {...(plans ? { to: `/n/${nursery}/plan`, action: 'Plan a batch' } : {})}>
        A batch is one sowing of one cultivar. Its plan says when to sow and what comes after.
      </Empty>
    );
  const shown = batches.data.pages.flatMap((p) => p.batches);
  const days = shown.flatMap((b) => b.steps.filter((s) => s.step.kind !== 'ripe').flatMap((s) => [s.low, s.high])).sort();
  const range = { from: days[0] ?? site.data.today, to: days.at(-1) ?? site.data.today };

  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          {counted(total, 'batch', 'batches')}
          {plants > 0 && `, ${counted(plants, 'plant')}`}
        </Typography>
        <Find key={location.key} onFind={setFind} focus={(location.state as { find?: boolean } | null)?.find === true} />
        <Button component={To} to={`/n/${nursery}/batches/go`} variant="text">
          Go or hold
        </Button>
        {plans && (
          <Button component={To} to={`/n/${nursery}/plan`} variant="contained">
            Plan a batch
          </Button>
        )}
      </Box>
      {shown.length === 0 && <Typography>No batch is called “{find}”.</Typography>}
      {shown.length > 0 && <Months range={range} today={site.data.today} />}
      {groupsOf(shown, site.data.today).map((g) => (
        <Box component="section" key={g.name} aria-label={g.name} sx={{ mb: 2.5 }}>
          <Typography variant="h2" sx={{ borderBottom: 1, borderColor: 'divider', pb: 0.5 }}>
            {g.name}
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {g.batches.map((b) => (
              <Line
                key={b.id}
                batch={b}
                far={shown.indexOf(b) >= onScreen}
                range={range}
                today={site.data.today}
                base={`/n/${nursery}`}
              />
            ))}
          </Box>
        </Box>
      ))}
      {batches.hasNextPage && (
        <Button
          variant="outlined"
          loading={batches.isFetchingNextPage}
          onClick={() => void batches.fetchNextPage()}
          sx={{ mt: 2 }}
        >
          {many(total - shown.length)} more
        </Button>
      )}
      {plans && shown.length > 0 && (
        <Button className="no-print" variant="text" onClick={() => setEnding(true)} sx={{ display: 'block', px: 0, mt: 1 }}>
          Season’s end
        </Button>
      )}
      <Suspense fallback={null}>{ending && <SeasonEnd onClose={() => setEnding(false)} />}</Suspense>
    </Box>
  );
}

/** The list is asked for, and drawn anew, when typing rests. */
function Find({ onFind, focus }: { onFind: (text: string) => void; focus: boolean }) {
  const { text, type, flush } = useTyped('', onFind);
  return (
    <TextField
      label="Find a batch or cultivar"
      value={text}
      onChange={(e) => type(e.target.value)}
      onBlur={flush}
      autoFocus={focus}
      type="search"
      sx={{ maxWidth: 280 }}
    />
  );
}

/** A batch in the list: what stands, its small stem, what comes next. */
function Line({
  batch: b,
  far,
  range,
  today,
  base,
}: {
  batch: Listed;
  /** Not on the first screen. */
  far: boolean;
  range: { from: string; to: string };
  today: string;
  base: string;
}) {
  return (
    <Box
      component="li"
      sx={{
        borderBottom: 1,
        borderColor: 'divider',
        py: 1,
        // What is out of sight is laid out when it comes near.
        ...(far && { contentVisibility: 'auto', containIntrinsicSize: { xs: 'auto 90px', md: 'auto 61px' } }),
        display: 'grid',
        columnGap: 2,
        alignItems: 'center',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) auto', md: columns },
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minWidth: 0 }}>
        <CropMark crop={b.crop} />
        <Link
          component={To}
          to={`${base}/batches/${b.id}`}
          sx={{ fontWeight: 600, fontSize: '1.06rem', py: 1 }}
          underline="hover"
        >
          {b.cultivar}
        </Link>
        <Tag quiet>{b.code}</Tag>
      </Box>
      <Typography sx={{ textAlign: { xs: 'right', md: 'left' } }}>
        {b.emerged > 0 ? (
          <>
            <b>{many(b.standing)}</b> of {many(b.plantsWanted)}
          </>
        ) : b.seedsSown > 0 ? (
          `${many(b.seedsSown)} seeds`
        ) : (
          `${many(b.plantsWanted)} wanted`
        )}
      </Typography>
      <Box sx={{ display: { xs: 'none', md: 'block' } }}>
        <SmallStem steps={b.steps} range={range} today={today} />
      </Box>
      <Box sx={{ gridColumn: { xs: '1 / 3', md: 'auto' } }}>
        <Typography>
          {b.endedOn ? (
            `ended ${day(b.endedOn)}`
          ) : b.next ? (
            <>
              {b.next.title},{' '}
              <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
                {day(b.next.day)}
              </Box>
            </>
          ) : (
            'done'
          )}
        </Typography>
        {b.outOfDate && (
          <Typography variant="body2" color="textSecondary">
            being planned anew
          </Typography>
        )}
        {b.conflict && (
          <Typography variant="body2" color="error">
            a fixed day conflicts
          </Typography>
        )}
      </Box>
    </Box>
  );
}

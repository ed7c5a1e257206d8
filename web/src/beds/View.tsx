import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import { Link as To } from 'react-router';
import { useNursery, useSite } from '../data/nursery';
import { useMay } from '../data/session';
import { useBeds, useBedYear, type Bed, type BedYear } from '../data/useBeds';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { Empty, Waiting } from '../ui/Page';
import { Pick } from '../ui/Pick';
import { Tag } from '../ui/Tag';
import { Warning } from '../ui/Warning';
import { many } from '../ui/units';
import { Drawing } from './Drawing';
import { MulchLine } from './MulchLine';
import { letterOf, toggled, yearsOf } from './model';

const SeasonEnd = lazy(async () => ({ default: (await import('../batch/SeasonEnd')).SeasonEnd }));

/** What goes where, outside: a sheet for each bed, to take along. */
export function BedsView() {
  const beds = useBeds();
  const site = useSite();
  const nursery = useNursery();
  const plans = useMay('grower');
  if (!beds.data || !site.data) return <Waiting error={beds.error ?? site.error} retry={() => void beds.refetch()} />;
  if (beds.data.length === 0)
    return (
      <Empty title="No beds yet" {...(plans && { to: `/n/${nursery}/house?part=places`, action: 'Add a bed' })}>
        A bed is a place of the house: say how large it is, and Juvenal says how many fit, who goes where, and what to have ready.
      </Empty>
    );
  // What has work comes first.
  const order = [...beds.data].sort((a, b) => Number(b.batches.length > 0) - Number(a.batches.length > 0));
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1.5 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          {headline(beds.data)}
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
      {order.map((bed) => (
        <Sheet key={bed.placeId} bed={bed} thisYear={Number(site.data.today.slice(0, 4))} plans={plans} />
      ))}
    </Box>
  );
}

function headline(beds: Bed[]): string {
  const of = (part: 'toGo' | 'planted', pots: boolean) =>
    beds.filter((b) => (b.potCm !== null) === pots).reduce((n, b) => n + b.batches.reduce((m, w) => m + w[part], 0), 0);
  const said = [
    [of('toGo', false), 'to plant'],
    [of('planted', false), 'planted'],
    [of('toGo', true), 'to pot'],
    [of('planted', true), 'potted'],
  ] as const;
  return (
    said
      .filter(([n]) => n > 0)
      .map(([n, word]) => `${many(n)} ${word}`)
      .join(', ') || 'Nothing is planned for a bed'
  );
}

function Sheet({ bed, thisYear, plans }: { bed: Bed; thisYear: number; plans: boolean }) {
  const nursery = useNursery();
  const [closing, setClosing] = useState(false);
  return (
    <Box
      component="section"
      aria-label={bed.place}
      sx={{ borderTop: 1, borderColor: 'divider', pt: 2, pb: 3, breakInside: 'avoid' }}
    >
      <Typography variant="h2">{bed.place}</Typography>
      <Typography sx={{ fontSize: '1.1rem', mb: 0.5 }}>{bed.text}</Typography>
      {bed.size ? (
        <Typography color="textSecondary" sx={{ mb: 1 }}>
          {bed.size}
        </Typography>
      ) : (
        plans && (
          <Button className="no-print" variant="outlined" component={To} to={`/n/${nursery}/house?part=places`} sx={{ mb: 1 }}>
            {bed.potCm === null ? 'Say its size' : 'Say its room'}
          </Button>
        )
      )}
      {bed.warnings.map((w) => (
        <Warning key={w}>{w}</Warning>
      ))}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
          columnGap: 4,
          rowGap: 2,
          '@media print': { gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' },
        }}
      >
        <Box>
          <Drawing bed={bed} />
          <Box component="ul" aria-label={`Batches for ${bed.place}`} sx={{ listStyle: 'none', m: 0, p: 0, mt: 1 }}>
            {bed.batches.map((b, i) => (
              <Box
                component="li"
                key={b.batchId}
                sx={{
                  display: 'flex',
                  flexWrap: 'wrap',
                  alignItems: 'center',
                  columnGap: 1,
                  borderBottom: 1,
                  borderColor: 'divider',
                  py: 0.75,
                }}
              >
                <b>{letterOf(i)}</b>
                <CropMark crop={b.crop} />
                <Link component={To} to={`/n/${nursery}/batches/${b.batchId}`} sx={{ fontWeight: 600 }}>
                  {b.cultivar}
                </Link>
                <Tag quiet>{b.code}</Tag>
                {b.pot && (
                  <Typography component="span" variant="body2" color="textSecondary">
                    {b.pot}
                  </Typography>
                )}
                <Typography component="span" sx={{ ml: 'auto' }}>
                  {[
                    b.toGo > 0 && `${many(b.toGo)} to ${b.pot ? 'pot' : 'plant'}${b.day ? `, ${day(b.day)}` : ''}`,
                    b.planted > 0 && `${many(b.planted)} ${b.pot ? 'potted' : 'there'}`,
                    b.over > 0 && `${many(b.over)} without room`,
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </Typography>
              </Box>
            ))}
          </Box>
        </Box>
        <Box>
          {bed.mulch && <MulchLine mulch={bed.mulch} />}
          {bed.work.length > 0 && (
            <Box
              component="ol"
              aria-label={`${bed.potCm === null ? 'Planting' : 'Potting for'} ${bed.place}`}
              sx={{ m: 0, pl: 3, '& li': { mb: 0.75 } }}
            >
              {bed.work.map((w) => (
                <li key={w}>{w}</li>
              ))}
            </Box>
          )}
          {bed.potCm === null && <Years bed={bed} thisYear={thisYear} plans={plans} />}
          {plans && bed.potCm === null && bed.batches.some((b) => b.planted > 0) && (
            <Button className="no-print" variant="text" onClick={() => setClosing(true)} sx={{ px: 0, mt: 1 }}>
              Close {bed.place}
            </Button>
          )}
          <Suspense fallback={null}>
            {closing && <SeasonEnd bed={{ id: bed.placeId, name: bed.place }} onClose={() => setClosing(false)} />}
          </Suspense>
        </Box>
      </Box>
    </Box>
  );
}

const grown: { value: BedYear['grew'][number]; label: string }[] = [
  { value: 'tomato', label: 'Tomatoes' },
  { value: 'pepper', label: 'Peppers' },
  { value: 'potato', label: 'Potatoes' },
];
const seen: { value: BedYear['seen'][number]; label: string }[] = [
  { value: 'wilt', label: 'Wilt' },
  { value: 'knots', label: 'Knots on roots' },
];

/** What it bore in the years that count; a tap says it, and takes it back. */
function Years({ bed, thisYear, plans }: { bed: Bed; thisYear: number; plans: boolean }) {
  const keep = useBedYear(bed.placeId);
  const years = yearsOf(bed, thisYear);
  const told = (y: BedYear) =>
    [...grown.filter((g) => y.grew.includes(g.value)), ...seen.filter((s) => y.seen.includes(s.value))].map((o) => o.label);
  return (
    <Box component="details" sx={{ mt: 1.5 }}>
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 44, display: 'flex', alignItems: 'center', fontWeight: 600 }}>
        What it bore:{' '}
        {years
          .filter((y) => told(y).length > 0)
          .map((y) => `${y.year} ${told(y).join(', ').toLowerCase()}`)
          .join('; ') || 'nobody said'}
      </Box>
      {years.map((y) => (
        <Box
          key={y.year}
          role="group"
          aria-label={`${bed.place} in ${y.year}`}
          sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, py: 0.5 }}
        >
          <Typography sx={{ width: 48, fontWeight: 600 }}>{y.year}</Typography>
          {plans ? (
            <>
              {grown.map((g) => (
                <Pick
                  key={g.value}
                  chosen={y.grew.includes(g.value)}
                  onClick={() => keep.mutate({ ...y, grew: toggled(y.grew, g.value) })}
                >
                  {g.label}
                </Pick>
              ))}
              {seen.map((s) => (
                <Pick
                  key={s.value}
                  chosen={y.seen.includes(s.value)}
                  onClick={() => keep.mutate({ ...y, seen: toggled(y.seen, s.value) })}
                >
                  {s.label}
                </Pick>
              ))}
            </>
          ) : (
            told(y).join(', ') || '–'
          )}
        </Box>
      ))}
    </Box>
  );
}

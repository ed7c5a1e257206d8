import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { useGoAll } from '../data/useGo';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { Empty, Waiting } from '../ui/Page';
import { Tag } from '../ui/Tag';
import { counted } from '../ui/units';

type Line = Schemas['GoLineAnswer'];

const words: Record<NonNullable<Line['verdict']>, string> = { go: 'Go', 'go-with-cover': 'Go with cover', hold: 'Hold' };

/** All that is soon to be planted on one sheet: those that may go first. */
export function GoAllView() {
  const nursery = useNursery();
  const all = useGoAll();
  if (!all.data) return <Waiting error={all.error} retry={() => void all.refetch()} />;
  if (all.data.length === 0)
    return (
      <Empty title="Nothing is planted in the next two weeks" to={`/n/${nursery}/batches`} action="All batches">
        What comes within two weeks of its planned day stands here, with what speaks for it and against it.
      </Empty>
    );
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Typography variant="h1" sx={{ mb: 1 }}>
        Go or hold
      </Typography>
      <Box
        component="ul"
        aria-label="Soon to be planted"
        sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}
      >
        {all.data.map((l) => (
          <Row key={l.batchId} line={l} base={`/n/${nursery}`} />
        ))}
      </Box>
    </Box>
  );
}

function Row({ line: l, base }: { line: Line; base: string }) {
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateAreas: { xs: '"verdict day" "what what"', sm: '"verdict what day"' },
        gridTemplateColumns: { xs: 'minmax(0, 1fr) auto', sm: '150px minmax(0, 1fr) auto' },
        columnGap: 2,
        alignItems: 'baseline',
        py: 1.25,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Typography sx={{ gridArea: 'verdict', fontWeight: 600, fontSize: '1.15rem' }}>
        {l.verdict ? words[l.verdict] : 'Not known'}
      </Typography>
      <Box sx={{ gridArea: 'what' }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
          <CropMark crop={l.crop} />
          <Link component={To} to={`${base}/batches/${l.batchId}/go`} sx={{ fontWeight: 600 }}>
            {l.cultivar}
          </Link>
          <Tag quiet>{l.code}</Tag>
          <Typography component="span" color="textSecondary">
            {counted(l.plants, 'plant')}, {l.bed}
          </Typography>
        </Box>
        {l.against.length > 0 && <Typography>{l.against.join(' · ')}</Typography>}
        {l.best && <Typography sx={{ fontWeight: 600 }}>{l.best}</Typography>}
      </Box>
      <Typography color="textSecondary" sx={{ gridArea: 'day' }}>
        planned {day(l.due)}
      </Typography>
    </Box>
  );
}

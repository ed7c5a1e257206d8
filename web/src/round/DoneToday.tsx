import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { CropMark } from '../ui/CropMark';
import { clock, day } from '../ui/dates';
import { Tag } from '../ui/Tag';
import { counted } from '../ui/units';
import { useUndo } from '../data/useUndo';
import { HowLong } from './HowLong';

/** What was logged today: each can be undone all day. */
export function DoneToday({ done, today }: { done: Schemas['DoneAnswer'][]; today: string }) {
  if (done.length === 0) return null;
  return (
    <Box component="section" className="no-print" sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Logged today
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {done.map((d) => (
          <DoneLine key={d.entry} done={d} today={today} />
        ))}
      </Box>
    </Box>
  );
}

/** One of them: what, when, by whom, and Undo. */
export function DoneLine({ done: d, today }: { done: Schemas['DoneAnswer']; today: string }) {
  const nursery = useNursery();
  const undo = useUndo();
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        minHeight: 48,
        py: 0.5,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
          <CropMark crop={d.crop} size={14} />
          <Link component={To} to={`/n/${nursery}/batches/${d.batchId}`} underline="hover">
            {d.cultivar}
          </Link>
          <Tag quiet>{d.code}</Tag>
          {d.others > 0 && <span>and {counted(d.others, 'more batch', 'more batches')}</span>}
          <Typography component="span" color="textSecondary">
            {d.happenedOn === today ? clock(d.writtenAt) : day(d.happenedOn)}
          </Typography>
        </Box>
        <Typography sx={{ color: 'text.secondary' }}>
          {d.texts.join('; ')}
          {d.by ? `. ${d.by}` : ''}
        </Typography>
        <HowLong done={d} />
      </Box>
      {d.canUndo && (
        <Button
          variant="text"
          aria-label={`Undo: ${d.cultivar} ${d.code}, ${d.texts.join('; ')}`}
          onClick={() => void undo.entry(d.batchId, d.entry, today)}
        >
          Undo
        </Button>
      )}
    </Box>
  );
}

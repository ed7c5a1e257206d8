import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { useMay } from '../data/session';
import { CropMark } from '../ui/CropMark';
import { day } from '../ui/dates';
import { counted } from '../ui/units';
import { useSeen } from '../data/useRound';

const few = 3;

/** What moved since it was last told: from, to, because. */
export function Moved({ moved }: { moved: Schemas['MovedAnswer'][] }) {
  const nursery = useNursery();
  const plans = useMay('grower');
  const seen = useSeen();
  const [all, setAll] = useState(false);
  if (moved.length === 0) return null;
  const shown = all ? moved : moved.slice(0, few);
  return (
    <Box component="section" aria-label="What moved" sx={{ mb: 2, borderTop: 1, borderColor: 'divider', pt: 1 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {counted(new Set(moved.map((m) => m.batchId)).size, 'plan')} moved
        </Typography>
        {plans && (
          <Button
            className="no-print"
            variant="text"
            loading={seen.isPending}
            onClick={() => seen.mutate(moved.map((m) => m.step.id))}
          >
            Seen
          </Button>
        )}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map((m) => (
          <Box component="li" key={m.step.id} sx={{ py: 0.5 }}>
            <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1, alignItems: 'baseline' }}>
              <CropMark crop={m.crop} size={13} />
              <Link component={To} to={`/n/${nursery}/batches/${m.batchId}`} underline="hover">
                {m.cultivar} {m.code}
              </Link>
              <span>
                {m.step.title.toLowerCase()} <b>{day(m.is)}</b> instead of {day(m.was)}
              </span>
            </Box>
            {m.because && (
              <Typography variant="body2" color="textSecondary">
                {m.because}
              </Typography>
            )}
          </Box>
        ))}
      </Box>
      {moved.length > few && (
        <Button className="no-print" variant="text" onClick={() => setAll(!all)} aria-expanded={all} sx={{ px: 0 }}>
          {all ? 'Fewer' : `${moved.length - few} more`}
        </Button>
      )}
    </Box>
  );
}

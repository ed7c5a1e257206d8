import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link as To } from 'react-router';
import { Problem } from '../api/client';
import { useNursery } from '../data/nursery';
import { useFillGaps, useLookedAfter, type After as Planted } from '../data/useAfter';
import { CropMark } from '../ui/CropMark';
import { clock } from '../ui/dates';
import { Doubt } from '../ui/Doubt';
import { Pick } from '../ui/Pick';
import { Tag } from '../ui/Tag';
import { Wrong } from '../ui/Wrong';
import { counted } from '../ui/units';

/** What takes plants in a bed. */
const reasons = ['Frost', 'Cutworm', 'Wind', 'Sun', 'Slug', 'Eaten'];

/** Who was planted in the last weeks: a look at days that matter, by one tap where all are alive. */
export function After({ after, today }: { after: Planted[]; today: string }) {
  if (after.length === 0) return null;
  return (
    <Box component="section" aria-label="After planting" sx={{ mb: 2.5 }}>
      <Typography variant="h2">After planting</Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {after.map((a) => (
          <Row key={a.group} planted={a} today={today} />
        ))}
      </Box>
    </Box>
  );
}

function Row({ planted: p, today }: { planted: Planted; today: string }) {
  const nursery = useNursery();
  const { look, back } = useLookedAfter(p, today);
  const [losing, setLosing] = useState(false);
  const [count, setCount] = useState(1);
  const step = (by: number) => setCount(Math.max(1, Math.min(p.seedlings, count + by)));
  const failed = look.error ?? back.error;
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <CropMark crop={p.crop} />
        <Link component={To} to={`/n/${nursery}/batches/${p.batchId}`} sx={{ fontWeight: 600 }}>
          {p.cultivar}
        </Link>
        <Tag quiet>{p.code}</Tag>
        <Typography component="span" variant="body2" color="textSecondary">
          {counted(p.seedlings, 'plant')}, {p.place}
        </Typography>
      </Box>
      <Typography>{p.text}</Typography>
      {p.look ? (
        <Box className="no-print" sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography>
            Looked at, {clock(p.look.writtenAt)}
            {p.look.by ? `, ${p.look.by}` : ''}.
          </Typography>
          <Button
            variant="text"
            aria-label={`Undo: looked at ${p.cultivar} ${p.code}`}
            onClick={() => back.mutate(p.look?.id ?? '')}
          >
            Undo
          </Button>
        </Box>
      ) : (
        <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.75 }}>
          <Button
            variant="contained"
            loading={look.isPending && look.variables.lost === 0}
            aria-label={`All alive: ${p.cultivar} ${p.code}`}
            onClick={() => look.mutate({ lost: 0, reason: '' })}
            sx={{ minHeight: 48 }}
          >
            All alive
          </Button>
          <Button
            variant="outlined"
            aria-expanded={losing}
            aria-label={`Some lost: ${p.cultivar} ${p.code}`}
            onClick={() => setLosing(!losing)}
            sx={{ minHeight: 48 }}
          >
            Some lost
          </Button>
        </Box>
      )}
      <Gaps planted={p} today={today} />
      {losing && !p.look && (
        <Box
          role="group"
          aria-label={`Lost of ${p.cultivar} ${p.code}`}
          className="no-print"
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', mt: 1 }}
        >
          <Button
            variant="outlined"
            aria-label="One fewer lost"
            onClick={() => step(-1)}
            sx={{ minWidth: 48, minHeight: 48, px: 0 }}
          >
            −
          </Button>
          <Typography sx={{ fontWeight: 600, minWidth: '1.5em', textAlign: 'center' }}>{count}</Typography>
          <Button
            variant="outlined"
            aria-label="One more lost"
            onClick={() => step(1)}
            sx={{ minWidth: 48, minHeight: 48, px: 0 }}
          >
            +
          </Button>
          {reasons.map((reason) => (
            <Pick
              key={reason}
              chosen={look.isPending && look.variables.reason === reason}
              onClick={() => look.mutate({ lost: count, reason })}
            >
              {reason}
            </Pick>
          ))}
        </Box>
      )}
      {failed && <Wrong sx={{ mt: 0.5 }}>{failed.message}</Wrong>}
    </Box>
  );
}

/** Holes that stand empty, and the spares that fill them by one tap. */
function Gaps({ planted: p, today }: { planted: Planted; today: string }) {
  const fill = useFillGaps(p, today);
  if (p.gaps === 0) return null;
  const problem = fill.error instanceof Problem ? fill.error : null;
  return (
    <Box className="no-print" sx={{ mt: 0.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2 }}>
        <Typography>
          {counted(p.gaps, 'gap')}, {counted(p.spares, 'spare')} in pots.
        </Typography>
        <Button
          variant="outlined"
          loading={fill.isPending}
          aria-label={`Filled ${p.gaps}: ${p.cultivar} ${p.code}`}
          onClick={() => fill.mutate({ count: p.gaps })}
          sx={{ minHeight: 48 }}
        >
          {p.gaps === 1 ? 'Filled' : `All ${p.gaps} filled`}
        </Button>
      </Box>
      {problem && problem.doubts.length > 0 ? (
        <Doubt problem={problem} onSure={(sure) => fill.mutate({ count: p.gaps, sure })} />
      ) : (
        fill.error && <Wrong sx={{ mt: 0.5 }}>{fill.error.message}</Wrong>
      )}
    </Box>
  );
}

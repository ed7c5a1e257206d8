import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as To } from 'react-router';
import type { Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { useTakeBack } from '../data/useNotes';
import { How } from '../troubles/How';
import { CropMark } from '../ui/CropMark';
import { Tag } from '../ui/Tag';

/** What is wrong to see is looked at last, and asked after until it is gone. */
export function Troubles({ troubles }: { troubles: Schemas['TroubleAnswer'][] }) {
  const shown = troubles.filter((t) => t.ask || t.look);
  if (shown.length === 0) return null;
  return (
    <Box component="section" aria-label="How are they now?" sx={{ mb: 2.5 }}>
      <Typography variant="h2">How are they now?</Typography>
      <Typography color="textSecondary" sx={{ mb: 0.5 }}>
        Sick plants last. Wash your hands after.
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map((t) => (
          <Trouble key={t.note} trouble={t} />
        ))}
      </Box>
    </Box>
  );
}

function Trouble({ trouble: t }: { trouble: Schemas['TroubleAnswer'] }) {
  const nursery = useNursery();
  const { look, back } = useTakeBack(t.batchId);
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <CropMark crop={t.crop} />
        <Link component={To} to={`/n/${nursery}/batches/${t.batchId}`} sx={{ fontWeight: 600 }}>
          {t.cultivar}
        </Link>
        <Tag quiet>{t.code}</Tag>
        {t.look && (
          <Button
            className="no-print"
            variant="text"
            aria-label={`Undo: ${t.code}`}
            loading={back.isPending}
            onClick={() => back.mutate({ note: t.note, look: t.look })}
            sx={{ ml: 'auto' }}
          >
            Undo
          </Button>
        )}
      </Box>
      <Typography sx={{ mb: 0.75 }}>{t.text}</Typography>
      {!t.look && <How of={`${t.cultivar} ${t.code}`} chosen={null} onSay={(how) => look.mutate({ note: t.note, how })} />}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem } from '../api/client';
import { useEndSeason, useOver } from '../data/useOver';
import { CropMark } from '../ui/CropMark';
import { Waiting } from '../ui/Page';
import { Tag } from '../ui/Tag';
import { Wrong } from '../ui/Wrong';
import { counted } from '../ui/units';

/** What is planted or gone is closed in one go: a season, or one bed. */
export function SeasonEnd({ bed, onClose }: { bed?: { id: string; name: string }; onClose: () => void }) {
  const over = useOver();
  const end = useEndSeason();
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const batches = (over.data?.batches ?? []).filter((b) => !bed || b.beds.includes(bed.id));
  const chosen = batches.filter((b) => !kept.has(b.batchId)).map((b) => b.batchId);
  const toggle = (id: string) => setKept(new Set(kept.has(id) ? [...kept].filter((k) => k !== id) : [...kept, id]));
  const problem = end.error instanceof Problem ? end.error : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{bed ? `Close ${bed.name}` : 'Season’s end'}</DialogTitle>
      <DialogContent>
        {!over.data ? (
          <Waiting error={over.error} retry={() => void over.refetch()} />
        ) : (
          <>
            <Typography sx={{ mb: 1 }}>
              {bed
                ? batches.length === 0
                  ? 'Whoever stands there has plants in pots still: those go first.'
                  : `${counted(batches.length, 'batch', 'batches')} there.`
                : over.data.text}
            </Typography>
            {batches.length > 0 && (
              <Typography color="textSecondary" sx={{ mb: 1 }}>
                Closed, they ask for no work and no cover, and stay readable; each can be reopened. Their beds remember what grew.
              </Typography>
            )}
            <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
              {batches.map((b) => (
                <Box
                  component="li"
                  key={b.batchId}
                  sx={{ display: 'flex', alignItems: 'center', gap: 1, borderBottom: 1, borderColor: 'divider', minHeight: 52 }}
                >
                  <Checkbox
                    checked={!kept.has(b.batchId)}
                    onChange={() => toggle(b.batchId)}
                    slotProps={{ input: { 'aria-label': `Close ${b.cultivar} ${b.code}` } }}
                  />
                  <CropMark crop={b.crop} />
                  <Box sx={{ minWidth: 0 }}>
                    <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1, alignItems: 'center' }}>
                      <b>{b.cultivar}</b>
                      <Tag quiet>{b.code}</Tag>
                    </Box>
                    <Typography color="textSecondary">{b.text}</Typography>
                  </Box>
                </Box>
              ))}
            </Box>
            {end.error && <Wrong sx={{ mt: 1 }}>{problem?.at('batches') ?? end.error.message}</Wrong>}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onClose}>
          Back
        </Button>
        {batches.length > 0 && (
          <Button
            variant="contained"
            disabled={chosen.length === 0}
            loading={end.isPending}
            onClick={() => end.mutate(chosen, { onSuccess: onClose })}
          >
            Close {counted(chosen.length, 'batch', 'batches')}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

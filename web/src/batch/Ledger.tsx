import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { day } from '../ui/dates';
import { useUndo } from '../data/useUndo';
import { Correct } from './Correct';
import type { Batch } from '../data/useBatch';

/** What was written, newest first. Nothing is overwritten: what was taken back stays, struck through. */
export function Ledger({ batch }: { batch: Batch }) {
  const undo = useUndo();
  const [wrong, setWrong] = useState<Schemas['EntryAnswer'] | null>(null);
  if (batch.ledger.length === 0) return <Typography color="textSecondary">Nothing is logged yet.</Typography>;
  return (
    <Box component="ul" aria-label="Ledger" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {batch.ledger.map((e) => (
        <Box
          component="li"
          key={e.id}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '5.6rem minmax(0, 1fr)', sm: '6rem minmax(0, 1fr) auto' },
            '& > :last-child': { gridColumn: { xs: '2', sm: 'auto' } },
            alignItems: 'center',
            columnGap: 1,
            borderBottom: 1,
            borderColor: 'divider',
            minHeight: 44,
          }}
        >
          <span>
            {e.about !== null && 'about '}
            {day(e.happenedOn)}
          </span>
          <Box
            sx={{
              textDecoration: e.takenBack ? 'line-through' : 'none',
              color: e.takenBack ? 'text.secondary' : e.kind === 'lost' ? 'error.main' : 'text.primary',
            }}
          >
            {e.text}
            {e.reason ? `: ${e.reason}` : ''}
            {e.sure && (
              <Typography component="span" color="textSecondary">
                {' (asked: it is so)'}
              </Typography>
            )}
            {e.corrected !== null && <b>, put right: {e.corrected}</b>}
            {e.by && (
              <Typography component="span" color="textSecondary" sx={{ fontSize: '0.9rem', whiteSpace: 'nowrap' }}>
                {' '}
                {e.by}
              </Typography>
            )}
          </Box>
          <Box sx={{ display: 'flex', ml: { xs: -1, sm: 0 } }}>
            {e.canCorrect && (
              <Button variant="text" aria-label={`Correct: ${e.text}`} onClick={() => setWrong(e)} sx={{ px: 1 }}>
                Correct
              </Button>
            )}
            {e.canUndo && (
              <Button
                variant="text"
                aria-label={`Undo: ${e.text}`}
                onClick={() => void undo.entry(batch.id, e.id, batch.today)}
                sx={{ px: 1 }}
              >
                Undo
              </Button>
            )}
          </Box>
        </Box>
      ))}
      {wrong && <Correct batch={batch} entry={wrong} onClose={() => setWrong(null)} />}
    </Box>
  );
}

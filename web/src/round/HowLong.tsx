import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useTimed } from '../data/useMorning';
import { roughly } from '../ui/dates';
import { NumberField } from '../ui/Field';
import { number } from '../ui/units';

/** How long a job took: the days to come reckon with it. Asked once, and never in the way. */
export function HowLong({ done }: { done: Schemas['DoneAnswer'] }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState(done.tookMinutes === null ? '' : String(done.tookMinutes));
  const timed = useTimed();
  if (done.reckonedMinutes === null) return null;
  if (!open)
    return (
      <Button
        variant="text"
        aria-label={`How long did it take: ${done.cultivar} ${done.code}`}
        onClick={() => setOpen(true)}
        sx={{ px: 0.5, minHeight: 44, color: 'text.secondary', fontWeight: 400 }}
      >
        {done.tookMinutes === null ? `took ${roughly(done.reckonedMinutes)}?` : `took ${roughly(done.tookMinutes)}`}
      </Button>
    );
  const typed = number(text);
  const wrong = text.trim() !== '' && !((typed ?? 0) > 0) ? 'Type minutes, or leave it empty.' : undefined;
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        if (wrong) return;
        timed.mutate({ entry: done.entry, minutes: text.trim() === '' ? null : typed }, { onSuccess: () => setOpen(false) });
      }}
      sx={{ display: 'flex', gap: 1, alignItems: 'start', mt: 0.5, maxWidth: 300 }}
    >
      <NumberField
        label="It took, all hands"
        unit="min"
        autoFocus
        value={text}
        onChange={setText}
        error={wrong ?? (timed.error instanceof Problem ? timed.error.at('minutes') : undefined) ?? timed.error?.message}
      />
      <Button type="submit" variant="outlined" loading={timed.isPending} sx={{ minHeight: 48 }}>
        Keep
      </Button>
    </Box>
  );
}

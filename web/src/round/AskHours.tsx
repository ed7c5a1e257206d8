import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Problem } from '../api/client';
import { useSite } from '../data/nursery';
import { useUsual } from '../data/useMorning';
import { NumberField } from '../ui/Field';
import { number } from '../ui/units';

/** How many hours of work there are on a usual day. */
export function AskHours({ hours, pace, onClose }: { hours: number | null; pace: string[]; onClose: () => void }) {
  const site = useSite();
  const usual = useUsual();
  const [text, setText] = useState(hours === null ? '' : String(hours));
  const [wrong, setWrong] = useState<string>();
  const problem = usual.error instanceof Problem ? usual.error : null;
  return (
    <>
      <Box
        component="form"
        onSubmit={(e) => {
          e.preventDefault();
          const typed = text.trim() === '' ? null : number(text);
          if (text.trim() !== '' && typed === null) {
            setWrong('Type hours, or leave it empty.');
            return;
          }
          setWrong(undefined);
          usual.mutate({ handsHours: typed, currency: site.data?.usual.currency ?? null }, { onSuccess: onClose });
        }}
        sx={{ display: 'flex', gap: 1, alignItems: 'start', mt: 0.5, maxWidth: 420 }}
      >
        <NumberField
          label="Hours on a usual day, all hands together"
          unit="h"
          autoFocus
          value={text}
          onChange={setText}
          error={wrong ?? problem?.at('handsHours') ?? usual.error?.message}
        />
        <Button type="submit" variant="contained" loading={usual.isPending} sx={{ minHeight: 48 }}>
          Keep
        </Button>
      </Box>
      <Box component="ul" aria-label="Your pace" sx={{ m: 0, mt: 1, pl: 2.5 }}>
        {pace.map((p) => (
          <li key={p}>{p}</li>
        ))}
        {pace.length === 0 && (
          <li>Minutes are those that are usual. Say of a done job how long it took, and they become yours.</li>
        )}
      </Box>
    </>
  );
}

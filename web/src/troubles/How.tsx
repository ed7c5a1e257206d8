import Box from '@mui/material/Box';
import type { How as Said } from '../data/useNotes';
import { Pick } from '../ui/Pick';

const hows: { value: Said; label: string }[] = [
  { value: 'still', label: 'Still so' },
  { value: 'better', label: 'Better' },
  { value: 'treated', label: 'Treated' },
  { value: 'gone', label: 'Gone' },
];

/** How it is by now: one tap. */
export function How({ of, chosen, onSay }: { of: string; chosen: Said | null; onSay: (how: Said) => void }) {
  return (
    <Box role="group" aria-label={`How is it now: ${of}`} className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
      {hows.map((h) => (
        <Pick key={h.value} chosen={chosen === h.value} onClick={() => onSay(h.value)}>
          {h.label}
        </Pick>
      ))}
    </Box>
  );
}

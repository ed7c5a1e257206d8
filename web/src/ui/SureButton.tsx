import Button from '@mui/material/Button';
import { useState } from 'react';

/** For what cannot be undone: pressed twice; leaving it takes the first press back. */
export function SureButton({ text, sure, label, onSure }: { text: string; sure: string; label?: string; onSure: () => void }) {
  const [asked, setAsked] = useState(false);
  return (
    <Button
      variant="text"
      color={asked ? 'error' : 'primary'}
      onClick={() => (asked ? onSure() : setAsked(true))}
      onBlur={() => setAsked(false)}
      {...(label ? { 'aria-label': asked ? `${label}: sure` : label } : {})}
      sx={{ minWidth: 130 }}
    >
      {asked ? sure : text}
    </Button>
  );
}

import Box from '@mui/material/Box';
import type { ChangeEvent, FocusEvent } from 'react';

interface Props {
  label: string;
  value: string;
  onChange: (text: string) => void;
  placeholder?: string;
  autoFocus?: boolean;
  wrong?: boolean;
}

/** A number to type with a wet thumb: large, chosen whole when it is tapped. */
export function CountInput({ label, value, onChange, placeholder, autoFocus = false, wrong = false }: Props) {
  return (
    <Box
      component="input"
      value={value}
      onChange={(e: ChangeEvent<HTMLInputElement>) => onChange(e.target.value)}
      placeholder={placeholder}
      autoFocus={autoFocus}
      onFocus={(e: FocusEvent<HTMLInputElement>) => e.target.select()}
      aria-label={label}
      aria-invalid={wrong}
      inputMode="numeric"
      autoComplete="off"
      sx={{
        width: { xs: 74, sm: 92 },
        height: 56,
        boxSizing: 'border-box',
        px: 0.5,
        textAlign: 'center',
        font: 'inherit',
        fontSize: '1.25rem',
        fontWeight: 600,
        color: 'text.primary',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: wrong ? 'error.main' : 'text.secondary',
        borderRadius: 1,
        '&:focus': { outline: '2px solid', outlineColor: 'text.primary', outlineOffset: -2 },
      }}
    />
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { day, plusDays, readDay } from './dates';

interface Props {
  label: string;
  /** ISO; empty where none is chosen. */
  value: string;
  onChange: (iso: string) => void;
  min?: string;
  max?: string;
  error?: string | undefined;
  help?: string;
}

const small = { minWidth: 40, minHeight: 40, px: 0, fontSize: '1.2rem', textDecoration: 'none' };

/** A day, typed as it is said ("18 4"), by − and +, or from a calendar. What is typed stays until it is a day. */
export function DayField({ label, value, onChange, min, max, error, help }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const calendar = useRef<HTMLInputElement>(null);
  const near = value || max || min || new Date().toISOString().slice(0, 10);
  const year = value && value.slice(0, 4) !== near.slice(0, 4) ? ` ${value.slice(0, 4)}` : '';
  const shown = typed ?? (value ? day(value) + year : '');
  const unread = typed !== null && typed.trim() !== '' && readDay(typed, near) === null;
  const read = (text: string) => {
    setTyped(text);
    if (text.trim() === '') onChange('');
    const iso = readDay(text, near);
    if (iso) onChange(iso);
  };
  const step = (by: number) => {
    setTyped(null);
    const next = plusDays(near, by);
    if ((!max || next <= max) && (!min || next >= min)) onChange(next);
  };
  const said = typed !== null && !unread && value ? day(value) : null;
  return (
    <Box sx={{ position: 'relative', containerType: 'inline-size' }}>
      <TextField
        label={label}
        value={shown}
        error={Boolean(error) || unread}
        helperText={unread ? 'A day like 18 4 or 18 Apr.' : (error ?? help)}
        placeholder="18 4"
        onChange={(e) => read(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={() => {
          if (!unread) setTyped(null);
        }}
        onKeyDown={(e) => {
          if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return;
          e.preventDefault();
          step(e.key === 'ArrowUp' ? 1 : -1);
        }}
        slotProps={{
          inputLabel: { shrink: true },
          htmlInput: { inputMode: 'text', autoComplete: 'off', enterKeyHint: 'done' },
          input: {
            sx: { pr: 0.5 },
            // What is typed is said beside it, where the buttons were: nothing below moves while one types.
            endAdornment: said ? (
              <Box sx={{ flex: 'none', whiteSpace: 'nowrap', color: 'text.secondary', px: 1 }}>{said}</Box>
            ) : (
              // Where there is no room for them, the day itself is what is to be read.
              <Box
                sx={{
                  display: 'flex',
                  flex: 'none',
                  '@container (max-width: 215px)': { '& > :not(:last-child)': { display: 'none' } },
                }}
              >
                <Button variant="text" aria-label="Earlier" tabIndex={-1} onClick={() => step(-1)} sx={small}>
                  −
                </Button>
                <Button variant="text" aria-label="Later" tabIndex={-1} onClick={() => step(1)} sx={small}>
                  +
                </Button>
                <Button
                  variant="text"
                  aria-label="Calendar"
                  tabIndex={-1}
                  onClick={() => calendar.current?.showPicker()}
                  sx={{ ...small, minWidth: 34 }}
                >
                  <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
                    <path d="M2 4h14v12H2zM2 8h14M6 2v4M12 2v4" fill="none" stroke="currentColor" strokeWidth="1.6" />
                  </svg>
                </Button>
              </Box>
            ),
          },
        }}
      />
      <input
        ref={calendar}
        type="date"
        tabIndex={-1}
        aria-hidden="true"
        value={value}
        min={min}
        max={max}
        onChange={(e) => {
          setTyped(null);
          if (e.target.value) onChange(e.target.value);
        }}
        style={{ position: 'absolute', right: 8, bottom: 0, width: 1, height: 1, opacity: 0, border: 0, padding: 0 }}
      />
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import InputAdornment from '@mui/material/InputAdornment';
import { useState, type ReactNode } from 'react';
import { useTyped } from './useTyped';

interface Shared {
  label: string;
  error?: string | undefined;
  help?: string;
  disabled?: boolean;
}

/** A number as typed text: nothing is lost or changed while typing. */
export function NumberField(
  props: Shared & { value: string; onChange: (text: string) => void; unit?: string; autoFocus?: boolean },
) {
  return (
    <TextField
      label={props.label}
      value={props.value}
      autoFocus={props.autoFocus ?? false}
      disabled={props.disabled ?? false}
      error={Boolean(props.error)}
      helperText={props.error ?? props.help}
      onChange={(e) => props.onChange(e.target.value)}
      slotProps={{
        htmlInput: { inputMode: 'decimal', autoComplete: 'off' },
        input: props.unit ? { endAdornment: <InputAdornment position="end">{props.unit}</InputAdornment> } : {},
      }}
    />
  );
}

/** A number in a form that takes long to draw: the form has it when typing rests. */
export function RestedNumber(props: Parameters<typeof NumberField>[0]) {
  const { text, type, flush } = useTyped(props.value, props.onChange);
  return (
    <Box onBlur={flush} onKeyDown={(e) => e.key === 'Enter' && flush()} sx={{ display: 'contents' }}>
      <NumberField {...props} value={text} onChange={type} />
    </Box>
  );
}

/** A line of text. */
export function TextLine(
  props: Shared & { value: string; onChange: (text: string) => void; autoFocus?: boolean; autoComplete?: string },
) {
  return (
    <TextField
      label={props.label}
      value={props.value}
      autoFocus={props.autoFocus ?? false}
      error={Boolean(props.error)}
      helperText={props.error ?? props.help}
      onChange={(e) => props.onChange(e.target.value)}
      autoComplete={props.autoComplete ?? 'off'}
    />
  );
}

/** A password, hidden until one asks to see it: wet fingers mistype. */
export function PasswordField(props: Shared & { value: string; onChange: (text: string) => void; autoComplete: string }) {
  const [shown, setShown] = useState(false);
  return (
    <TextField
      label={props.label}
      type={shown ? 'text' : 'password'}
      value={props.value}
      error={Boolean(props.error)}
      helperText={props.error ?? props.help}
      onChange={(e) => props.onChange(e.target.value)}
      autoComplete={props.autoComplete}
      slotProps={{
        input: {
          endAdornment: (
            <InputAdornment position="end">
              <Button variant="text" onClick={() => setShown(!shown)} aria-pressed={shown} sx={{ minWidth: 0, px: 1 }}>
                {shown ? 'Hide' : 'Show'}
              </Button>
            </InputAdornment>
          ),
        },
      }}
    />
  );
}

/** A choice from a short list, the platform's own on phones. */
export function Choose(
  props: Shared & { value: string; onChange: (value: string) => void; options: { value: string; label: ReactNode }[] },
) {
  const known = props.options.some((o) => o.value === props.value);
  // A choice of nothing has its word too.
  const empty = props.options.some((o) => o.value === '');
  return (
    <TextField
      select
      label={props.label}
      value={known ? props.value : ''}
      disabled={props.disabled ?? false}
      error={Boolean(props.error)}
      helperText={props.error ?? props.help}
      onChange={(e) => props.onChange(e.target.value)}
      slotProps={empty ? { select: { displayEmpty: true }, inputLabel: { shrink: true } } : {}}
    >
      {props.options.map((o) => (
        <MenuItem key={o.value} value={o.value}>
          {o.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

import Box from '@mui/material/Box';
import FormHelperText from '@mui/material/FormHelperText';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { number } from './units';

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

interface Props {
  label: string;
  value: Schemas['MonthDay'] | null;
  onChange: (value: Schemas['MonthDay'] | null) => void;
  error?: string | undefined;
  help: string;
}

/** A day of the year without a year. Both parts empty is no day. */
export function MonthDayField({ label, value, onChange, error, help }: Props) {
  const [text, setText] = useState(value ? String(value.day) : '');
  const [month, setMonth] = useState(value?.month ?? 0);
  const tell = (nextText: string, nextMonth: number) => {
    setText(nextText);
    setMonth(nextMonth);
    const typed = number(nextText);
    // A half-typed day goes to the server as an impossible one: it says so, nothing is guessed.
    onChange(
      nextText.trim() === '' && nextMonth === 0
        ? null
        : { month: nextMonth, day: typed !== null && Number.isInteger(typed) && Math.abs(typed) < 1000 ? typed : 0 },
    );
  };
  return (
    <Box role="group" aria-label={label}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '5rem 1fr', gap: 1 }}>
        <TextField
          label="Day"
          value={text}
          onChange={(e) => tell(e.target.value, month)}
          error={Boolean(error)}
          slotProps={{ htmlInput: { inputMode: 'numeric', 'aria-label': `${label}: day` } }}
        />
        <TextField select label={label} value={month} onChange={(e) => tell(text, Number(e.target.value))} error={Boolean(error)}>
          <MenuItem value={0}>–</MenuItem>
          {months.map((m, i) => (
            <MenuItem key={m} value={i + 1}>
              {m}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <FormHelperText error={Boolean(error)}>{error ?? help}</FormHelperText>
    </Box>
  );
}

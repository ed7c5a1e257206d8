import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Problem } from '../api/client';
import { useUnits } from '../data/nursery';
import { useAired, type OnLadder } from '../data/useLadder';
import { DayField } from '../ui/DayField';
import { Wrong } from '../ui/Wrong';
import { DayOutFields, dayOutOf, readDayOut } from './DayOutFields';

/** A day out as it was, where it was not as the rung asked. */
export function DayOut({ group, today, onClose }: { group: OnLadder; today: string; onClose: () => void }) {
  const units = useUnits();
  const aired = useAired(today);
  const [on, setOn] = useState(today);
  const [typed, setTyped] = useState(() =>
    dayOutOf({ hoursOut: group.hours || 8, hoursSun: group.sunHours, nightOut: group.night }, units),
  );
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const problem = aired.error instanceof Problem ? aired.error : null;
  const error = (field: string) => wrong[field] ?? problem?.at(field);
  const log = () => {
    const { said, errors } = readDayOut(typed, units);
    setWrong(errors);
    if (said) aired.mutate({ groups: [group], days: [on], said }, { onSuccess: onClose });
  };
  return (
    <Box
      component="form"
      noValidate
      aria-label={`A day out: ${group.cultivar} ${group.code}`}
      onSubmit={(e) => {
        e.preventDefault();
        log();
      }}
      sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, minmax(0, 1fr))' }, py: 1 }}
    >
      <DayField label="Day" value={on} onChange={(d) => setOn(d || today)} max={today} error={error('happenedOn')} />
      <DayOutFields typed={typed} units={units} onChange={setTyped} error={error} />
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1 }}>
        <Button type="submit" variant="outlined" loading={aired.isPending} sx={{ minHeight: 48 }}>
          Log
        </Button>
        <Button variant="text" onClick={onClose} sx={{ minHeight: 48 }}>
          Cancel
        </Button>
      </Box>
      {problem && Object.keys(problem.errors).length === 0 && <Wrong sx={{ gridColumn: '1 / -1' }}>{problem.message}</Wrong>}
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useUnits } from '../data/nursery';
import { useAired, type OnLadder } from '../data/useLadder';
import { DayField } from '../ui/DayField';
import { NumberField } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Wrong } from '../ui/Wrong';
import { number } from '../ui/units';

type Outcome = Schemas['DayOutcome'];

const outcomes: { value: Outcome; label: string }[] = [
  { value: 'fine', label: 'Fine' },
  { value: 'limp', label: 'Limp' },
  { value: 'bleached', label: 'Bleached' },
];

/** A day out as it was, where it was not as the rung asked. */
export function DayOut({ group, today, onClose }: { group: OnLadder; today: string; onClose: () => void }) {
  const units = useUnits();
  const aired = useAired(today);
  const [on, setOn] = useState(today);
  const [hours, setHours] = useState(String(group.hours || 8));
  const [sun, setSun] = useState(String(group.sunHours));
  const [overcast, setOvercast] = useState(false);
  const [night, setNight] = useState(group.night);
  const [cover, setCover] = useState('');
  const [outcome, setOutcome] = useState<Outcome>('fine');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const problem = aired.error instanceof Problem ? aired.error : null;
  const error = (field: string) => wrong[field] ?? problem?.at(field);
  const degrees = units === 'us' ? 5 / 9 : 1;
  const log = () => {
    const [out, light, kept] = [number(hours), number(sun), cover.trim() === '' ? 0 : number(cover)];
    const errors: Record<string, string> = {};
    if (out === null) errors['said.hoursOut'] = 'Type a number.';
    if (light === null) errors['said.hoursSun'] = 'Type a number.';
    if (kept === null) errors['said.coverC'] = 'Type a number.';
    setWrong(errors);
    if (out === null || light === null || kept === null) return;
    aired.mutate(
      {
        groups: [group],
        days: [on],
        said: {
          hoursOut: out,
          hoursSun: overcast ? 0 : light,
          nightOut: night,
          coverC: night ? kept * degrees : 0,
          overcast,
          outcome,
        },
      },
      { onSuccess: onClose },
    );
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
      <NumberField label="Hours out" unit="h" value={hours} onChange={setHours} error={error('said.hoursOut')} />
      {!overcast && <NumberField label="Of them in sun" unit="h" value={sun} onChange={setSun} error={error('said.hoursSun')} />}
      {night && (
        <NumberField
          label="Cover (optional)"
          unit={units === 'us' ? '°F' : '°C'}
          value={cover}
          onChange={setCover}
          error={error('said.coverC')}
          help="What it keeps off; empty: no cover."
        />
      )}
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Pick chosen={overcast} onClick={() => setOvercast(!overcast)}>
          Dull all day
        </Pick>
        <Pick chosen={night} onClick={() => setNight(!night)}>
          Night out too
        </Pick>
        <Typography sx={{ ml: 1 }}>They are</Typography>
        {outcomes.map((o) => (
          <Pick key={o.value} chosen={outcome === o.value} onClick={() => setOutcome(o.value)}>
            {o.label}
          </Pick>
        ))}
      </Box>
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

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useCurrency } from '../data/nursery';
import { useHandOver, type SaleLine } from '../data/useSale';
import { DayField } from '../ui/DayField';
import { Doubt } from '../ui/Doubt';
import { NumberField } from '../ui/Field';
import { Wrong } from '../ui/Wrong';
import { number } from '../ui/units';

const ways: { way: Schemas['Way']; label: string }[] = [
  { way: 'sold', label: 'Sold' },
  { way: 'given', label: 'Given' },
  { way: 'discarded', label: 'Discarded' },
];

/** The table: how many, for how much, and they are gone. What was typed stays for the next. */
export function HandOver({ line, today }: { line: SaleLine; today: string }) {
  const hand = useHandOver(line, today);
  const currency = useCurrency();
  const [count, setCount] = useState('1');
  const [price, setPrice] = useState(line.lastPrice === null ? '' : line.lastPrice.toFixed(2));
  const [whom, setWhom] = useState('');
  const [on, setOn] = useState(today);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const problem = hand.error instanceof Problem ? hand.error : null;
  const doubted = problem !== null && problem.doubts.length > 0;
  const error = (field: string) => wrong[field] ?? (doubted ? undefined : problem?.at(field));
  const step = (by: number) => setCount(String(Math.max(1, Math.min(line.inPots, (number(count) ?? 0) + by))));
  const send = (way: Schemas['Way']) => {
    const [plants, each] = [number(count), price.trim() === '' ? null : number(price)];
    const errors: Record<string, string> = {};
    if (plants === null || !Number.isInteger(plants)) errors.count = 'Type a whole number.';
    if (way === 'sold' && price.trim() !== '' && each === null) errors['said.priceEach'] = 'Type a number.';
    setWrong(errors);
    if (plants === null || Object.keys(errors).length > 0) return;
    hand.mutate(
      { count: plants, on, out: { way, whom: whom.trim() || null, priceEach: way === 'sold' ? each : null } },
      { onSuccess: () => setCount('1') },
    );
  };
  const atField = ['count', 'on', 'said.priceEach', 'said.whom', 'happenedOn'].some((f) => problem?.at(f));
  return (
    <Box
      component="form"
      noValidate
      aria-label={`Over the table: ${line.cultivar} ${line.code}`}
      className="no-print"
      onSubmit={(e) => {
        e.preventDefault();
        send('sold');
      }}
      sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, minmax(0, 1fr))' }, py: 1.5 }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', gridColumn: { xs: '1 / -1', md: 'auto' } }}>
        <Button
          variant="outlined"
          aria-label="One fewer"
          onClick={() => step(-1)}
          sx={{ minWidth: 56, minHeight: 56, px: 0, fontSize: '1.4rem' }}
        >
          −
        </Button>
        <NumberField label="Plants" value={count} onChange={setCount} error={error('count')} />
        <Button
          variant="outlined"
          aria-label="One more"
          onClick={() => step(1)}
          sx={{ minWidth: 56, minHeight: 56, px: 0, fontSize: '1.4rem' }}
        >
          +
        </Button>
      </Box>
      <NumberField label="Each" unit={currency} value={price} onChange={setPrice} error={error('said.priceEach')} />
      <TextField
        label="To whom (optional)"
        value={whom}
        onChange={(e) => setWhom(e.target.value)}
        error={Boolean(error('said.whom'))}
        helperText={error('said.whom')}
      />
      <Box sx={{ gridColumn: { xs: '1 / -1', md: 'auto' }, display: 'grid' }}>
        <DayField
          label="Day"
          value={on}
          onChange={(d) => setOn(d || today)}
          max={today}
          error={error('on') ?? error('happenedOn')}
        />
      </Box>
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {ways.map(({ way, label }) => (
          <Button
            key={way}
            type={way === 'sold' ? 'submit' : 'button'}
            variant={way === 'sold' ? 'contained' : 'outlined'}
            loading={hand.isPending && hand.variables.out.way === way}
            {...(way !== 'sold' && { onClick: () => send(way) })}
            sx={{ minHeight: 56, minWidth: way === 'sold' ? 120 : 0, fontSize: way === 'sold' ? '1.1rem' : '1rem' }}
          >
            {label}
          </Button>
        ))}
      </Box>
      {doubted && (
        <Doubt
          problem={problem}
          onSure={(sure) => hand.variables && hand.mutate({ ...hand.variables, sure }, { onSuccess: () => setCount('1') })}
        />
      )}
      {hand.error && !doubted && !atField && (
        <Wrong sx={{ gridColumn: '1 / -1' }}>{Object.values(problem?.errors ?? {})[0]?.[0] ?? hand.error.message}</Wrong>
      )}
    </Box>
  );
}

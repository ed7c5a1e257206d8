import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Problem, type Schemas } from '../api/client';
import { useCurrency } from '../data/nursery';
import { useMay } from '../data/session';
import { useKeepPrice, usePrices, type Price } from '../data/useCare';
import { NumberField } from '../ui/Field';
import { Waiting } from '../ui/Page';
import { number, volume, type UnitSystem } from '../ui/units';

type Container = Schemas['ContainerRow'];

/** What things cost: a batch says with them what its plants cost. */
export function Prices({ containers, units }: { containers: Container[]; units: UnitSystem }) {
  const prices = usePrices();
  const currency = useCurrency();
  if (!prices.data) return <Waiting error={prices.error} retry={() => void prices.refetch()} />;
  const of = (what: Price['what'], container: string | null = null) =>
    prices.data.find((p) => p.what === what && p.container === container)?.amount ?? null;
  const general: { what: Price['what']; label: string; times: number; help?: string }[] = [
    {
      what: 'mix',
      label: units === 'us' ? 'Mix, a quart' : 'Mix, a litre',
      // Kept by the litre.
      times: volume.typed(1, units),
    },
    { what: 'label', label: 'A label', times: 1 },
    { what: 'hour', label: 'An hour of work', times: 1, help: 'Leave it empty where your time is free.' },
    { what: 'kwh', label: 'Power, a kWh', times: 1, help: 'Lamps count where their watts and area are said, under Places.' },
    { what: 'plant', label: 'A plant bought ready', times: 1, help: 'What raising one is held against.' },
  ];
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        Each batch says what its plants cost, of what is known here. Seed is priced with its packet.
      </Typography>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, mb: 3 }}>
        {general.map((g) => (
          <One
            key={g.what}
            label={g.label}
            unit={currency}
            amount={of(g.what)}
            times={g.times}
            of={{ what: g.what, container: null }}
            {...(g.help ? { help: g.help } : {})}
          />
        ))}
      </Box>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Pots and trays
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 1.5 }}>
        For one use: a tray that lasts ten springs costs a tenth.
      </Typography>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>
        {containers.map((c) => (
          <One
            key={c.id}
            label={c.name}
            unit={currency}
            amount={of('container', c.id)}
            times={1}
            of={{ what: 'container', container: c.id }}
          />
        ))}
      </Box>
    </Box>
  );
}

interface OneProps {
  label: string;
  unit: string;
  help?: string;
  amount: number | null;
  /** Shown for so much of what it is kept for. */
  times: number;
  of: { what: Price['what']; container: string | null };
}

/** Kept when the field is left. */
function One({ label, unit, help, amount, times, of }: OneProps) {
  const may = useMay('grower');
  const keep = useKeepPrice();
  const shown = amount === null ? '' : String(Math.round(amount * times * 1e4) / 1e4);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string>();
  const leave = () => {
    if (text.trim() === shown) return;
    const typed = number(text);
    if (text.trim() !== '' && typed === null) {
      setWrong('Type a number.');
      return;
    }
    setWrong(undefined);
    keep.mutate({ ...of, amount: typed === null ? null : typed / times });
  };
  const problem = keep.error instanceof Problem ? keep.error.at('amount') : undefined;
  return (
    <Box onBlur={leave} onKeyDown={(e) => e.key === 'Enter' && leave()} sx={{ display: 'contents' }}>
      <NumberField
        label={label}
        unit={unit}
        value={text}
        onChange={setText}
        disabled={!may}
        error={wrong ?? problem ?? keep.error?.message}
        {...(help ? { help } : {})}
      />
    </Box>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTheme } from '@mui/material/styles';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { CropMark } from '../ui/CropMark';
import { day, daysBetween } from '../ui/dates';
import { Reasons } from '../ui/Reasons';
import { surfaceName } from '../ui/surfaces';
import { gateNames, ordered } from './model';

type Window = Schemas['WindowAnswer'];

/** When may they go out? The answer for one's own beds first; behind each, what it waits for. */
export function Windows({ windows }: { windows: Window[] }) {
  const [all, setAll] = useState(false);
  const { own, others } = ordered(windows);
  const days = windows
    .flatMap((w) => [w.low, w.high, ...w.gates.flatMap((g) => [g.low, g.opens, g.high])])
    .filter((d) => d !== null);
  const range = { from: days.reduce((a, b) => (b < a ? b : a)), to: days.reduce((a, b) => (b > a ? b : a)) };
  return (
    <>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: 1, borderColor: 'divider' }}>
        {(all ? [...own, ...others] : own).map((w) => (
          <Row key={w.crop + w.surface} window={w} range={range} />
        ))}
      </Box>
      {others.length > 0 && (
        <Button variant="text" onClick={() => setAll(!all)} sx={{ px: 0 }}>
          {all ? 'Only my beds' : 'Other kinds of bed'}
        </Button>
      )}
    </>
  );
}

function Row({ window: w, range }: { window: Window; range: { from: string; to: string } }) {
  const [open, setOpen] = useState(false);
  // What came right last in at least one spring of ten, the most frequent first.
  const last = w.gates.filter((g) => g.opens !== null && (g.last === null || g.last >= 0.1)).slice(0, w.springs === null ? 1 : 2);
  const never = w.gates.filter((g) => g.opens === null);
  const name = (g: Schemas['GateAnswer']) => (gateNames[g.code] ?? g.code).toLowerCase();
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', py: 0.5 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '22px minmax(0, 1fr) auto auto', alignItems: 'center', columnGap: 1 }}>
        <CropMark crop={w.crop} />
        <Typography sx={{ lineHeight: 1.3 }}>
          {w.crop === 'tomato' ? 'Tomatoes' : 'Peppers'}, {w.beds.length > 0 ? w.beds.join(' and ') : surfaceName(w.surface)}
          <Typography component="span" color="textSecondary" sx={{ display: 'block', fontSize: '0.95rem' }}>
            {w.beds.length > 0 ? `${surfaceName(w.surface)}; ` : ''}
            {last.length > 0
              ? `last to come right: ${last.map((g) => name(g) + (g.last === null ? '' : ` ${tenths(g.last)}`)).join(', ')}`
              : ''}
            {never.length > 0 ? `; never: ${never.map(name).join(', ')}` : ''}
          </Typography>
        </Typography>
        <Box sx={{ textAlign: 'right' }}>
          <Typography sx={{ fontSize: '1.25rem', fontWeight: 600, lineHeight: 1.2 }}>
            {w.allWinter ? 'all winter' : w.mostNever ? 'hardly ever' : day(w.opens)}
          </Typography>
        </Box>
        <Button
          variant="text"
          onClick={() => setOpen(!open)}
          aria-expanded={open}
          aria-label={`Why: ${w.crop}, ${surfaceName(w.surface)}`}
          sx={{ px: 1, minWidth: 44 }}
        >
          Why
        </Button>
      </Box>
      <Typography color="textSecondary" sx={{ fontSize: '0.95rem', pl: '30px' }}>
        {w.sentence}
      </Typography>
      {open && (
        <Box sx={{ pl: { sm: 4 }, pb: 1 }}>
          {w.gates.map((g) => (
            <Gate key={g.code} gate={g} range={range} />
          ))}
          <Box sx={{ mt: 1 }}>
            <Reasons why={w.why.filter((y) => !w.gates.some((g) => g.sentence === y.text))} />
          </Box>
        </Box>
      )}
    </Box>
  );
}

/** "in 8 springs of 10" */
const tenths = (share: number) => `in ${Math.round(share * 10)} of 10`;

/** One gate: from when in a warm year, when in the mean one, when in a cold one. */
function Gate({ gate, range }: { gate: Schemas['GateAnswer']; range: { from: string; to: string } }) {
  const theme = useTheme();
  const p = (theme.vars ?? theme).palette;
  const x = (iso: string) => (100 * daysBetween(range.from, iso)) / Math.max(1, daysBetween(range.from, range.to));
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr auto', sm: '110px 1fr 100px' },
        columnGap: 1.5,
        alignItems: 'center',
        py: 0.25,
      }}
    >
      <Typography sx={{ fontWeight: 600 }}>{gateNames[gate.code] ?? gate.code}</Typography>
      <Box
        component="svg"
        viewBox="0 0 100 8"
        preserveAspectRatio="none"
        aria-hidden
        sx={{ width: '100%', height: 14, order: { xs: 3, sm: 0 }, gridColumn: { xs: '1 / -1', sm: 'auto' } }}
      >
        <line x1="0" x2="100" y1="4" y2="4" stroke={p.divider} strokeWidth="1" vectorEffect="non-scaling-stroke" />
        {gate.opens && (
          <>
            <rect
              x={x(gate.low ?? gate.opens)}
              width={Math.max(0.8, x(gate.high ?? range.to) - x(gate.low ?? gate.opens))}
              y="2"
              height="4"
              fill={p.stem.main}
              opacity="0.35"
            />
            <rect x={x(gate.opens) - 0.4} width="0.8" y="0" height="8" fill={p.text.primary} />
          </>
        )}
      </Box>
      <Typography sx={{ textAlign: 'right', fontWeight: 600, color: gate.opens ? 'text.primary' : 'error.main' }}>
        {gate.opens ? day(gate.opens) : 'never'}
      </Typography>
      <Typography color="textSecondary" sx={{ gridColumn: { xs: '1 / -1', sm: '2 / -1' }, fontSize: '0.95rem', order: 4 }}>
        {gate.sentence}
      </Typography>
    </Box>
  );
}

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Schemas } from '../api/client';
import { NumberField } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { number, type UnitSystem } from '../ui/units';

type Said = Schemas['AiredSaidInput'];

const outcomes: { value: Schemas['DayOutcome']; label: string }[] = [
  { value: 'fine', label: 'Fine' },
  { value: 'limp', label: 'Limp' },
  { value: 'bleached', label: 'Bleached' },
];

/** A day out as it is typed. */
export interface DayOutTyped {
  hours: string;
  sun: string;
  overcast: boolean;
  night: boolean;
  /** What it keeps off; empty: none. */
  cover: string;
  outcome: Schemas['DayOutcome'];
}

const degrees = (units: UnitSystem) => (units === 'us' ? 5 / 9 : 1);

/** As it was said, to be typed over. */
export function dayOutOf(said: Said, units: UnitSystem): DayOutTyped {
  const { hoursOut, hoursSun = 0, nightOut = false, coverC = 0, overcast = false, outcome = 'fine' } = said;
  const cover = coverC > 0 ? String(Math.round((coverC / degrees(units)) * 10) / 10) : '';
  return { hours: String(hoursOut), sun: String(hoursSun), overcast, night: nightOut, cover, outcome };
}

/** What was typed; null with errors at its fields. */
export function readDayOut(typed: DayOutTyped, units: UnitSystem): { said: Said | null; errors: Record<string, string> } {
  const [hours, sun, cover] = [number(typed.hours), number(typed.sun), typed.cover.trim() === '' ? 0 : number(typed.cover)];
  const errors: Record<string, string> = {};
  if (hours === null) errors['said.hoursOut'] = 'Type a number.';
  if (sun === null && !typed.overcast) errors['said.hoursSun'] = 'Type a number.';
  if (cover === null && typed.night) errors['said.coverC'] = 'Type a number.';
  if (hours === null || Object.keys(errors).length > 0) return { said: null, errors };
  return {
    said: {
      hoursOut: hours,
      hoursSun: typed.overcast ? 0 : (sun ?? 0),
      nightOut: typed.night,
      coverC: typed.night ? (cover ?? 0) * degrees(units) : 0,
      overcast: typed.overcast,
      outcome: typed.outcome,
    },
    errors,
  };
}

/** Hours, sun, the night, and how they came through it: cells of the form's grid, and a row of picks under them. */
export function DayOutFields({
  typed,
  units,
  onChange,
  error,
}: {
  typed: DayOutTyped;
  units: UnitSystem;
  onChange: (typed: DayOutTyped) => void;
  error: (field: string) => string | undefined;
}) {
  const set = (change: Partial<DayOutTyped>) => onChange({ ...typed, ...change });
  return (
    <>
      <NumberField
        label="Hours out"
        unit="h"
        value={typed.hours}
        onChange={(hours) => set({ hours })}
        error={error('said.hoursOut')}
      />
      {!typed.overcast && (
        <NumberField
          label="Of them in sun"
          unit="h"
          value={typed.sun}
          onChange={(sun) => set({ sun })}
          error={error('said.hoursSun')}
        />
      )}
      {typed.night && (
        <NumberField
          label="Cover (optional)"
          unit={units === 'us' ? '°F' : '°C'}
          value={typed.cover}
          onChange={(cover) => set({ cover })}
          error={error('said.coverC')}
          help="What it keeps off; empty: no cover."
        />
      )}
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Pick chosen={typed.overcast} onClick={() => set({ overcast: !typed.overcast })}>
          Dull all day
        </Pick>
        <Pick chosen={typed.night} onClick={() => set({ night: !typed.night })}>
          Night out too
        </Pick>
        <Typography sx={{ ml: 1 }}>They are</Typography>
        {outcomes.map((o) => (
          <Pick key={o.value} chosen={typed.outcome === o.value} onClick={() => set({ outcome: o.value })}>
            {o.label}
          </Pick>
        ))}
      </Box>
    </>
  );
}

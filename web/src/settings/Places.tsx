import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { v7 } from 'uuid';
import { api, unwrap } from '../api/client';
import { useNursery } from '../data/nursery';
import { isBed, usePlaceKinds } from '../data/places';
import { useLight } from '../data/useCare';
import { surfaceName } from '../ui/surfaces';
import { length, number, temperature, type UnitSystem } from '../ui/units';
import { Rows } from '../ui/Rows';
import { follows, growing, kinds, lit, shuts, usual, type Form, type Place } from './place';
import { PlaceForm } from './PlaceForm';

export function Places({ rows, units }: { rows: Place[]; units: UnitSystem }) {
  const nursery = useNursery();
  const path = { nursery };
  const types = usePlaceKinds();
  const light = useLight();
  const nameOf = (id: string | null | undefined) => rows.find((p) => p.id === id)?.name ?? '';
  const shown = (c: number | null) => (c === null ? '' : String(temperature.shown(c, units)));
  const cm = (value: number | null | undefined) => (value == null ? '' : String(length.shown(value, units)));
  const house = usual(types, 'house');
  const shownUsual = { day: shown(house?.dayC ?? null), night: shown(house?.nightC ?? null), soil: '' };
  return (
    <Rows<Place, Form>
      rows={rows}
      title="A place"
      add="Add a place"
      lead="Where plants stand, in the order you walk. The warmth you keep there sets how fast they grow."
      show={(p) => (
        <>
          <Typography sx={{ fontWeight: 600 }}>{p.name}</Typography>
          <Typography color="textSecondary">
            {p.kind === 'pair'
              ? `${nameOf(p.dayPlaceId)} by day, ${nameOf(p.nightPlaceId)} by night`
              : isBed(p)
                ? `${kinds.find((k) => k.value === p.kind)?.label ?? ''}${p.kind === 'open-bed' ? `, ${surfaceName(p.surface ?? 'bare')}` : ''}`
                : p.follows
                  ? `follows the weather${(p.floorC ?? null) === null ? '' : `, never under ${shown(p.floorC ?? null)} ${temperature.unit(units)}`}`
                  : `${shown(p.dayC)} ${temperature.unit(units)} by day, ${shown(p.nightC)} by night${p.soilC === null ? '' : `, mix ${shown(p.soilC)}`}`}
            {p.lampUmol != null && p.kind !== 'pair' && `, lamps ${String(p.lampHours)} h`}
            {light.data
              ?.filter((l) => l.placeId === p.id && l.text)
              .map((l) => (
                <Box key={p.id} component="span" sx={{ display: 'block', ...(l.tooLittle && { color: 'text.primary' }) }}>
                  {[l.text, ...(l.tooLittle ? l.mends : [])].join(' ')}
                </Box>
              ))}
          </Typography>
        </>
      )}
      blank={() => ({
        name: '',
        kind: 'house',
        ...shownUsual,
        walkOrder: String((rows.at(-1)?.walkOrder ?? 0) + 10),
        follows: false,
        floor: '',
        lamps: '',
        lampHours: '',
        second: '',
        secondHours: '',
        watts: '',
        m2: '',
        opensItself: false,
        long: '',
        wide: '',
        spacing: '',
        rowCm: '',
        runs: '',
        freeFrom: '',
        bears: '',
        between: false,
        surface: 'bare',
        dayPlaceId: '',
        nightPlaceId: '',
        places: growing(rows),
        types,
        units,
      })}
      formOf={(p) => ({
        name: p.name,
        kind: p.kind,
        walkOrder: String(p.walkOrder),
        day: shown(p.dayC),
        night: shown(p.nightC),
        soil: shown(p.soilC),
        follows: p.follows === true,
        floor: shown(p.floorC ?? null),
        lamps: p.lampUmol == null ? '' : String(p.lampUmol),
        lampHours: p.lampHours == null ? '' : String(p.lampHours),
        second: p.secondUmol == null ? '' : String(p.secondUmol),
        secondHours: p.secondHours == null ? '' : String(p.secondHours),
        watts: p.lampWatts == null ? '' : String(p.lampWatts),
        m2: p.lampM2 == null ? '' : String(p.lampM2),
        opensItself: p.opensItself === true,
        long: cm(p.lengthCm),
        wide: cm(p.widthCm),
        spacing: cm(p.spacingCm),
        rowCm: cm(p.rowCm),
        runs: p.runs ?? '',
        freeFrom: p.freeFrom ?? '',
        bears: p.bears ?? '',
        between: p.between ?? false,
        surface: p.surface ?? 'bare',
        dayPlaceId: p.dayPlaceId ?? '',
        nightPlaceId: p.nightPlaceId ?? '',
        places: growing(rows).filter((o) => o.id !== p.id),
        types,
        units,
      })}
      read={(form, row) => {
        const errors: Record<string, string> = {};
        const degrees = (text: string, field: string, was: number | null) => {
          if (text.trim() === '' || isBed(form) || form.kind === 'pair') return null;
          if (was !== null && text === shown(was)) return was;
          const typed = number(text);
          if (typed === null) errors[field] = 'Type degrees.';
          return typed === null ? null : temperature.typed(typed, units);
        };
        const plain = (text: string, field: string) => {
          if (text.trim() === '' || !lit(form)) return null;
          const typed = number(text);
          if (typed === null) errors[field] = 'Type a number.';
          return typed;
        };
        // What was shown and not touched stays as exact as it was.
        const size = (text: string, field: string, was: number | null | undefined) => {
          if (text.trim() === '' || form.kind === 'pair') return null;
          if (was != null && text === cm(was)) return was;
          const typed = number(text);
          if (typed === null) errors[field] = 'Type a length.';
          return typed === null ? null : length.typed(typed, units);
        };
        const order = number(form.walkOrder);
        if (order === null || !Number.isInteger(order)) errors.walkOrder = 'Type a whole number.';
        return {
          errors,
          row: {
            id: row?.id ?? v7(),
            version: row?.version ?? 0,
            name: form.name,
            kind: form.kind,
            walkOrder: order ?? 0,
            dayC: follows(form) ? null : degrees(form.day, 'dayC', row?.dayC ?? null),
            nightC: follows(form) ? null : degrees(form.night, 'nightC', row?.nightC ?? null),
            follows: follows(form),
            floorC: follows(form) ? degrees(form.floor, 'floorC', row?.floorC ?? null) : null,
            soilC: follows(form) ? null : degrees(form.soil, 'soilC', row?.soilC ?? null),
            lampUmol: plain(form.lamps, 'lampUmol'),
            lampHours: plain(form.lampHours, 'lampHours'),
            secondUmol: plain(form.second, 'secondUmol'),
            secondHours: plain(form.secondHours, 'secondHours'),
            lampWatts: plain(form.watts, 'lampWatts'),
            lampM2: plain(form.m2, 'lampM2'),
            opensItself: form.opensItself && shuts(form),
            lengthCm: size(form.long, 'lengthCm', row?.lengthCm),
            widthCm: size(form.wide, 'widthCm', row?.widthCm),
            spacingCm: isBed(form) ? size(form.spacing, 'spacingCm', row?.spacingCm) : null,
            rowCm: isBed(form) ? size(form.rowCm, 'rowCm', row?.rowCm) : null,
            runs: isBed(form) ? form.runs || null : null,
            freeFrom: isBed(form) ? form.freeFrom || null : null,
            bears: isBed(form) ? form.bears.trim() || null : null,
            between: isBed(form) && form.freeFrom !== '' && form.between,
            surface: form.kind === 'open-bed' ? form.surface : null,
            dayPlaceId: (form.kind === 'pair' && form.dayPlaceId) || null,
            nightPlaceId: (form.kind === 'pair' && form.nightPlaceId) || null,
          },
        };
      }}
      put={(body) => unwrap(api.PUT('/api/nurseries/{nursery}/places', { params: { path }, body }))}
      remove={(id) => unwrap(api.DELETE('/api/nurseries/{nursery}/places/{id}', { params: { path: { nursery, id } } }))}
      Form={PlaceForm}
    />
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { v7 } from 'uuid';
import { api, Problem, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { isBed, usePlaceKinds } from '../data/places';
import { useLight, useLux } from '../data/useCare';
import { Choose, NumberField } from '../ui/Field';
import { surfaceName, surfaces } from '../ui/surfaces';
import { length, number, temperature, type UnitSystem } from '../ui/units';
import { Rows, type FormProps } from '../ui/Rows';
import { PlaceSize } from './PlaceSize';

type Place = Schemas['PlaceRow'];
type Kind = Schemas['PlaceKindAnswer'];

const kinds: { value: Place['kind']; label: string }[] = [
  { value: 'mat', label: 'Heat mat' },
  { value: 'lamps', label: 'Under lamps' },
  { value: 'sill', label: 'Window sill' },
  { value: 'room', label: 'Room' },
  { value: 'house', label: 'Glasshouse' },
  { value: 'frame', label: 'Cold frame' },
  { value: 'tunnel', label: 'Tunnel with staging' },
  { value: 'stand', label: 'Hardening stand or yard' },
  { value: 'open-bed', label: 'Open bed' },
  { value: 'tunnel-bed', label: 'Tunnel bed' },
  { value: 'pair', label: 'One place by day, another by night' },
];
const growing = (rows: Place[]) => rows.filter((p) => !isBed(p) && p.kind !== 'pair');

/** What usually comes with a kind; of a pair nothing. */
const usual = (types: Kind[], kind: Place['kind']) => types.find((t) => t.kind === kind);
const follows = (form: Pick<Form, 'kind' | 'follows' | 'types'>) => {
  const type = usual(form.types, form.kind);
  return type?.follows === true && (type.dayC === null || form.follows);
};

/** Another kind brings its usual warmth; what was typed for the old one goes. */
const become = (form: Form, kind: Place['kind']): Partial<Form> => {
  const type = usual(form.types, kind);
  const shown = (c: number | null | undefined) => ((c ?? null) === null ? '' : String(temperature.shown(c ?? 0, form.units)));
  return { kind, day: shown(type?.dayC), night: shown(type?.nightC), soil: shown(type?.soilC), follows: false };
};

/** It can be shut, and gets hot in the sun then. */
const shuts = (form: Pick<Form, 'kind' | 'types'>) => usual(form.types, form.kind)?.shuts === true;

/** Lamps can stand over it. */
const lit = (form: Pick<Form, 'kind' | 'types'>) => usual(form.types, form.kind)?.lamps === true;

export interface Form {
  name: string;
  kind: Place['kind'];
  walkOrder: string;
  day: string;
  night: string;
  soil: string;
  follows: boolean;
  floor: string;
  lamps: string;
  lampHours: string;
  second: string;
  secondHours: string;
  watts: string;
  m2: string;
  opensItself: boolean;
  long: string;
  wide: string;
  spacing: string;
  rowCm: string;
  runs: '' | NonNullable<Schemas['Along']>;
  freeFrom: string;
  bears: string;
  between: boolean;
  surface: Schemas['Surface'];
  dayPlaceId: string;
  nightPlaceId: string;
  /** Places that plants can stand in by day or by night. */
  places: Place[];
  types: Kind[];
  units: UnitSystem;
}

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

/** A phone's lux, where nobody has a meter. */
function Lux({ onPpfd }: { onPpfd: (umol: string) => void }) {
  const [text, setText] = useState('');
  const lux = useLux();
  const typed = number(text);
  const problem = lux.error instanceof Problem ? lux.error.at('lux') : undefined;
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
      <NumberField
        label="Or by a phone"
        unit="lux"
        value={text}
        onChange={setText}
        error={problem ?? lux.error?.message}
        help="Held where the leaves are, lamps on, at night."
      />
      <Button
        variant="outlined"
        disabled={typed === null}
        loading={lux.isPending}
        onClick={() => lux.mutate({ lux: typed ?? 0, sun: false }, { onSuccess: ({ ppfd }) => onPpfd(String(Math.round(ppfd))) })}
        sx={{ minHeight: 44 }}
      >
        Reckon
      </Button>
    </Box>
  );
}

function PlaceForm({ form, set, error }: FormProps<Form>) {
  const unit = temperature.unit(form.units);
  return (
    <>
      <TextField
        label="Name"
        autoFocus
        value={form.name}
        onChange={(e) => set({ name: e.target.value })}
        error={Boolean(error('name'))}
        helperText={error('name')}
      />
      <Choose
        label="What it is"
        value={form.kind}
        onChange={(kind) => set(become(form, kind as Place['kind']))}
        options={kinds}
      />
      {form.kind === 'pair' && (
        <>
          <Choose
            label="By day"
            value={form.dayPlaceId}
            onChange={(dayPlaceId) => set({ dayPlaceId })}
            options={form.places.map((p) => ({ value: p.id, label: p.name }))}
            error={error('dayPlaceId')}
          />
          <Choose
            label="By night"
            value={form.nightPlaceId}
            onChange={(nightPlaceId) => set({ nightPlaceId })}
            options={form.places.map((p) => ({ value: p.id, label: p.name }))}
            error={error('nightPlaceId')}
            help="The warmth is that of each place in its hours; nobody is asked to carry what stands there."
          />
        </>
      )}
      {usual(form.types, form.kind)?.follows && usual(form.types, form.kind)?.dayC !== null && (
        <Choose
          label="Its warmth"
          value={form.follows ? 'follows' : 'kept'}
          onChange={(v) => set({ follows: v === 'follows' })}
          options={[
            { value: 'kept', label: 'kept by day and by night' },
            { value: 'follows', label: 'unheated: follows the weather' },
          ]}
        />
      )}
      {follows(form) && (
        <>
          <Typography color="textSecondary">
            {form.kind === 'stand'
              ? 'As warm as outdoors: nobody types degrees for it. The site’s weather record tells, else a mean year by your frost date.'
              : 'Without heat: nights a little warmer than outdoors, days by the sun until it is vented. A pot heater or a frost guard sets a floor.'}
          </Typography>
          {form.kind !== 'stand' && (
            <NumberField
              label="Never under (optional)"
              unit={unit}
              value={form.floor}
              onChange={(floor) => set({ floor })}
              error={error('floorC')}
              help="Fuel heaters in a closed house: carbon monoxide. Vent, and never sleep there."
            />
          )}
        </>
      )}
      {!isBed(form) && form.kind !== 'pair' && !follows(form) && (
        <>
          <NumberField label="By day" unit={unit} value={form.day} onChange={(day) => set({ day })} error={error('dayC')} />
          <NumberField
            label="By night"
            unit={unit}
            value={form.night}
            onChange={(night) => set({ night })}
            error={error('nightC')}
          />
          <NumberField
            label="In the mix (optional)"
            unit={unit}
            value={form.soil}
            onChange={(soil) => set({ soil })}
            error={error('soilC')}
            help="Where a mat or cable warms it. Mains near water: a protected socket, a drip loop, a rated mat."
          />
        </>
      )}
      {lit(form) && (
        <>
          <NumberField
            label="Lamps (optional)"
            unit="µmol"
            value={form.lamps}
            onChange={(lamps) => set({ lamps })}
            error={error('lampUmol')}
            help="Light at the leaves, µmol/m²·s, as a meter or the lamp’s sheet says. Daylight through the glass is added by itself."
          />
          <Lux onPpfd={(lamps) => set({ lamps })} />
          <NumberField
            label="They draw (optional)"
            unit="W"
            value={form.watts}
            onChange={(watts) => set({ watts })}
            error={error('lampWatts')}
            help="All lamps together. With the area they light it tells the light, where that is left empty, and what it costs. Add up the watts against the circuit."
          />
          <NumberField
            label="They light (optional)"
            unit="m²"
            value={form.m2}
            onChange={(m2) => set({ m2 })}
            error={error('lampM2')}
          />
          <NumberField
            label="Lamps on (optional)"
            unit="h a day"
            value={form.lampHours}
            onChange={(lampHours) => set({ lampHours })}
            error={error('lampHours')}
            help="Do not look into the lamps. Mains near water: a protected socket, a drip loop."
          />
          {(form.lamps.trim() !== '' || form.second.trim() !== '') && (
            <>
              <NumberField
                label="Dimmed, also (optional)"
                unit="µmol"
                value={form.second}
                onChange={(second) => set({ second })}
                error={error('secondUmol')}
                help="Where they burn at a second strength before or after: both add up."
              />
              <NumberField
                label="For so long (optional)"
                unit="h a day"
                value={form.secondHours}
                onChange={(secondHours) => set({ secondHours })}
                error={error('secondHours')}
              />
            </>
          )}
        </>
      )}
      {shuts(form) && (
        <Choose
          label="Opened"
          value={form.opensItself ? 'itself' : 'hand'}
          onChange={(v) => set({ opensItself: v === 'itself' })}
          options={[
            { value: 'hand', label: 'by hand' },
            { value: 'itself', label: 'by itself, when it gets warm' },
          ]}
        />
      )}
      {form.kind === 'open-bed' && (
        <Choose
          label="What lies on it"
          value={form.surface}
          onChange={(surface) => set({ surface: surface as Schemas['Surface'] })}
          options={surfaces.filter((s) => s.value !== 'tunnel')}
          help="It decides how warm the soil is, where the site has a weather record."
        />
      )}
      {form.kind !== 'pair' && <PlaceSize form={form} set={set} error={error} />}
      <NumberField
        label="Place in the walk"
        value={form.walkOrder}
        onChange={(walkOrder) => set({ walkOrder })}
        error={error('walkOrder')}
      />
    </>
  );
}

import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from '../data/nursery';
import { isBed } from '../data/places';
import { Choose, NumberField } from '../ui/Field';
import { surfaceName, surfaces } from '../ui/surfaces';
import { number, temperature, type UnitSystem } from '../ui/units';
import { Rows, type FormProps } from '../ui/Rows';

type Place = Schemas['PlaceRow'];

const kinds: { value: Place['kind']; label: string }[] = [
  { value: 'mat', label: 'Heat mat' },
  { value: 'lamps', label: 'Under lamps' },
  { value: 'house', label: 'Room or house' },
  { value: 'stand', label: 'Hardening stand' },
  { value: 'open-bed', label: 'Open bed' },
  { value: 'tunnel-bed', label: 'Tunnel bed' },
  { value: 'pair', label: 'One place by day, another by night' },
];
const growing = (rows: Place[]) => rows.filter((p) => !isBed(p) && p.kind !== 'pair');
const follows = (form: Pick<Form, 'kind' | 'follows'>) => form.kind === 'stand' || (form.kind === 'house' && form.follows);

interface Form {
  name: string;
  kind: Place['kind'];
  walkOrder: string;
  day: string;
  night: string;
  soil: string;
  follows: boolean;
  floor: string;
  surface: Schemas['Surface'];
  dayPlaceId: string;
  nightPlaceId: string;
  /** Places that plants can stand in by day or by night. */
  places: Place[];
  units: UnitSystem;
}

export function Places({ rows, units }: { rows: Place[]; units: UnitSystem }) {
  const nursery = useNursery();
  const path = { nursery };
  const nameOf = (id: string | null | undefined) => rows.find((p) => p.id === id)?.name ?? '';
  const shown = (c: number | null) => (c === null ? '' : String(temperature.shown(c, units)));
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
          </Typography>
        </>
      )}
      blank={() => ({
        name: '',
        kind: 'house',
        walkOrder: String((rows.at(-1)?.walkOrder ?? 0) + 10),
        day: '',
        night: '',
        soil: '',
        follows: false,
        floor: '',
        surface: 'bare',
        dayPlaceId: '',
        nightPlaceId: '',
        places: growing(rows),
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
        surface: p.surface ?? 'bare',
        dayPlaceId: p.dayPlaceId ?? '',
        nightPlaceId: p.nightPlaceId ?? '',
        places: growing(rows).filter((o) => o.id !== p.id),
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
            soilC: degrees(form.soil, 'soilC', row?.soilC ?? null),
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
      <Choose label="What it is" value={form.kind} onChange={(kind) => set({ kind: kind as Place['kind'] })} options={kinds} />
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
      {form.kind === 'house' && (
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
              : 'Glass without heat: nights a little warmer than outdoors, days by the sun until it is vented. A pot heater or a frost guard sets a floor.'}
          </Typography>
          {form.kind === 'house' && (
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
      {form.kind === 'open-bed' && (
        <Choose
          label="What lies on it"
          value={form.surface}
          onChange={(surface) => set({ surface: surface as Schemas['Surface'] })}
          options={surfaces.filter((s) => s.value !== 'tunnel')}
          help="It decides how warm the soil is, where the site has a weather record."
        />
      )}
      <NumberField
        label="Place in the walk"
        value={form.walkOrder}
        onChange={(walkOrder) => set({ walkOrder })}
        error={error('walkOrder')}
      />
    </>
  );
}

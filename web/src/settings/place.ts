import type { Schemas } from '../api/client';
import { isBed } from '../data/places';
import { temperature, type UnitSystem } from '../ui/units';

export type Place = Schemas['PlaceRow'];
export type Kind = Schemas['PlaceKindAnswer'];

export const kinds: { value: Place['kind']; label: string }[] = [
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
/** Where plants can stand in containers, by day or by night. */
export const growing = (rows: Place[]) => rows.filter((p) => !isBed(p) && p.kind !== 'pair');

/** What usually comes with a kind; of a pair nothing. */
export const usual = (types: Kind[], kind: Place['kind']) => types.find((t) => t.kind === kind);
/** Its warmth is that of the weather: no degrees are typed. */
export const follows = (form: Pick<Form, 'kind' | 'follows' | 'types'>) => {
  const type = usual(form.types, form.kind);
  return type?.follows === true && (type.dayC === null || form.follows);
};

/** Another kind brings its usual warmth; what was typed for the old one goes. */
export const become = (form: Form, kind: Place['kind']): Partial<Form> => {
  const type = usual(form.types, kind);
  const shown = (c: number | null | undefined) => ((c ?? null) === null ? '' : String(temperature.shown(c ?? 0, form.units)));
  return { kind, day: shown(type?.dayC), night: shown(type?.nightC), soil: shown(type?.soilC), follows: false };
};

/** It can be shut, and gets hot in the sun then. */
export const shuts = (form: Pick<Form, 'kind' | 'types'>) => usual(form.types, form.kind)?.shuts === true;

/** Lamps can stand over it. */
export const lit = (form: Pick<Form, 'kind' | 'types'>) => usual(form.types, form.kind)?.lamps === true;

/** A place as it is typed. */
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

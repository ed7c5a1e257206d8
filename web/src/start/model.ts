import type { Schemas } from '../api/client';
import { number } from '../ui/units';

export type SetUpPlace = Schemas['SetUpPlace'];

/** What people grow in, from the sill to the bed; the warmth comes with the kind. */
export const growsIn: { title: string; places: SetUpPlace[] }[] = [
  {
    title: 'Indoors',
    places: [
      { name: 'Window sill', kind: 'sill', unheated: false, surface: null },
      { name: 'Heat mat', kind: 'mat', unheated: false, surface: null },
      { name: 'Lamp shelf', kind: 'lamps', unheated: false, surface: null },
      { name: 'Cool room', kind: 'room', unheated: false, surface: null },
    ],
  },
  {
    title: 'Under glass or film',
    places: [
      { name: 'Heated glasshouse', kind: 'house', unheated: false, surface: null },
      { name: 'Glasshouse', kind: 'house', unheated: true, surface: null },
      { name: 'Cold frame', kind: 'frame', unheated: true, surface: null },
      { name: 'Tunnel with staging', kind: 'tunnel', unheated: true, surface: null },
    ],
  },
  { title: 'Outdoors', places: [{ name: 'Yard', kind: 'stand', unheated: true, surface: null }] },
  {
    title: 'Where they end',
    places: [
      { name: 'Bed', kind: 'open-bed', unheated: false, surface: 'bare' },
      { name: 'Raised bed', kind: 'open-bed', unheated: false, surface: 'raised' },
      { name: 'Bed under black film', kind: 'open-bed', unheated: false, surface: 'film' },
      { name: 'Tunnel bed', kind: 'tunnel-bed', unheated: false, surface: null },
    ],
  },
];

/** A kind of plant as growers name it; days to ripe come with it. */
export const kinds: {
  value: string;
  label: string;
  group: Schemas['SpeciesGroup'];
  habit: Schemas['Habit'];
  fruit: Schemas['SetUpCultivar']['fruit'];
}[] = [
  { value: 'tall', label: 'tomato, tall', group: 'tomato', habit: 'tall', fruit: 'medium' },
  { value: 'cherry', label: 'tomato, cherry', group: 'tomato', habit: 'tall', fruit: 'small' },
  { value: 'beef', label: 'tomato, beefsteak', group: 'tomato', habit: 'tall', fruit: 'large' },
  { value: 'bush', label: 'tomato, bush', group: 'tomato', habit: 'bush', fruit: 'medium' },
  { value: 'dwarf', label: 'tomato, dwarf', group: 'tomato', habit: 'dwarf', fruit: 'small' },
  { value: 'sweet', label: 'pepper, sweet, in colour', group: 'annuum', habit: 'bush', fruit: 'coloured' },
  { value: 'green', label: 'pepper, sweet, picked green', group: 'annuum', habit: 'bush', fruit: 'green' },
  { value: 'hot', label: 'pepper, hot', group: 'annuum', habit: 'bush', fruit: 'hot' },
  { value: 'slow', label: 'pepper, slow and very hot', group: 'chinense', habit: 'bush', fruit: 'hot' },
];

export interface Grown {
  name: string;
  kind: string;
  plants: string;
}

export interface Form {
  frost: Schemas['MonthDay'] | null;
  latitude: string;
  units: Schemas['UnitSystem'];
  /** By name: those that are there. */
  places: string[];
  grown: Grown[];
  /** Something stands already: it is taken in next. */
  growing: boolean;
}

export const emptyLine: Grown = { name: '', kind: 'tall', plants: '' };

/** Lines that say something. */
export const named = (grown: Grown[]) => grown.filter((g) => g.name.trim() !== '');

/** What is sent, or the fields that cannot be read. */
export function read(form: Form, site: Schemas['SiteInput'], timeZone: string) {
  const errors: Record<string, string> = {};
  const latitude = form.latitude.trim() === '' ? site.latitude : number(form.latitude);
  if (latitude === null) errors.latitude = 'Type degrees, south with a minus.';
  form.grown.forEach((g, i) => {
    const plants = g.plants.trim() === '' ? 0 : number(g.plants);
    if (plants === null || !Number.isInteger(plants) || plants < 0) errors[`plants${i}`] = 'Type a whole number.';
    if (g.name.trim() === '' && plants !== 0) errors[`name${i}`] = 'Which one?';
  });
  const body: Schemas['SetUpInput'] = {
    site: { ...site, timeZone, latitude: latitude ?? site.latitude, averageFrost: form.frost, units: form.units },
    places: growsIn.flatMap((g) => g.places).filter((p) => form.places.includes(p.name)),
    cultivars: named(form.grown).map((g) => {
      const kind = kinds.find((k) => k.value === g.kind) ?? kinds[0];
      return { name: g.name.trim(), group: kind?.group ?? 'tomato', habit: kind?.habit ?? 'tall', fruit: kind?.fruit ?? null };
    }),
  };
  return { body, errors };
}

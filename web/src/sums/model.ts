import { temperature, volume, type UnitSystem } from '../ui/units';

/** What is typed into a sum: how it is shown and sent. */
export interface SumField {
  name: string;
  label: string;
  kind: 'whole' | 'number' | 'percent' | 'celsius' | 'litres' | 'choice';
  unit?: string;
  initial: string;
  optional?: boolean;
  options?: { value: string; label: string }[];
  help?: string;
}

export interface Line {
  label: string;
  value: string;
  /** The answer itself, drawn large. */
  main?: boolean;
  danger?: boolean;
}

export interface Sum {
  name: string;
  short: string;
  fields: SumField[];
  show: (answer: Record<string, unknown>, units: UnitSystem) => Line[];
}

const crops = [
  { value: 'tomato', label: 'Tomato' },
  { value: 'pepper', label: 'Pepper' },
];

const n = (value: unknown, digits = 0): string =>
  typeof value === 'number' ? value.toLocaleString('en-GB', { maximumFractionDigits: digits }) : '–';

const percent = (value: unknown, digits = 0): string => (typeof value === 'number' ? `${n(value * 100, digits)} %` : '–');

const litres = (value: unknown, units: UnitSystem): string =>
  typeof value !== 'number'
    ? '–'
    : units === 'us'
      ? `${n(volume.typed(1, 'us') === 0 ? 0 : value / volume.typed(1, 'us'), 3)} gal`
      : value < 1
        ? `${n(value * 1000)} mL`
        : `${n(value, 2)} L`;

const codes = ['C', 'F', 'cm', 'in', 'L', 'usgal', 'g', 'oz', 'm2', 'ft2'].map((value) => ({
  value,
  label: { C: '°C', F: '°F', usgal: 'US gal', m2: 'm²', ft2: 'ft²' }[value] ?? value,
}));

export const sums: Sum[] = [
  {
    name: 'sowing-quantity',
    short: 'How many to sow',
    fields: [
      { name: 'plantsWanted', label: 'Plants wanted', kind: 'whole', initial: '60' },
      {
        name: 'emergence',
        label: 'Comes up on the bench',
        kind: 'percent',
        initial: '80',
        help: 'Bench germination: test result × 0.9.',
      },
      { name: 'survival', label: 'Live to planting', kind: 'percent', initial: '95' },
      { name: 'confidence', label: 'Certainty', kind: 'percent', initial: '90' },
      { name: 'seedsPerCell', label: 'Seeds a cell', kind: 'whole', initial: '1' },
      {
        name: 'twins',
        label: 'Twins',
        kind: 'choice',
        initial: 'snip',
        options: [
          { value: 'snip', label: 'snip the weaker' },
          { value: 'separate', label: 'separate' },
        ],
      },
      { name: 'cellsPerTray', label: 'Cells per tray', kind: 'whole', initial: '72', optional: true },
      { name: 'seedsAvailable', label: 'Seeds you have', kind: 'whole', initial: '', optional: true },
    ],
    show: (a) => [
      {
        label: 'Sow',
        value: `${n(a.cells)} cells${a.trays === null ? '' : `, ${n(a.trays)} ${a.trays === 1 ? 'tray' : 'trays'}`}`,
        main: true,
      },
      { label: 'Seeds', value: n(a.seeds) },
      { label: 'Expected', value: `${n(a.expectedPlants, 1)} plants` },
      { label: 'Enough in', value: `${percent(a.probabilityOfEnough)} of cases` },
      ...(a.enough === false
        ? [{ label: 'Not enough seed', value: `${n(a.plantsPromised)} plants can be promised`, danger: true }]
        : []),
    ],
  },
  {
    name: 'emergence-test',
    short: 'Germination test',
    fields: [
      { name: 'sown', label: 'Seeds laid out', kind: 'whole', initial: '20' },
      { name: 'emerged', label: 'Came up', kind: 'whole', initial: '17' },
      { name: 'confidence', label: 'Certainty', kind: 'percent', initial: '90' },
    ],
    show: (a) => [
      { label: 'Germination', value: percent(a.fraction, 1), main: true },
      { label: 'It may be', value: `${percent(a.lower)} to ${percent(a.upper)}` },
    ],
  },
  {
    name: 'emergence-days',
    short: 'Days to emergence',
    fields: [
      { name: 'crop', label: 'Crop', kind: 'choice', initial: 'tomato', options: crops },
      { name: 'soilTemperatureC', label: 'Soil', kind: 'celsius', initial: '25' },
      { name: 'daysFactor', label: 'Slower by', kind: 'number', unit: '×', initial: '1', help: 'Slow hot species 2 to 2.5.' },
    ],
    show: (a) => [
      { label: 'Up after', value: `${n(a.days, 1)} days`, main: true },
      { label: 'Made in a day', value: percent(a.ratePerDay, 1) },
    ],
  },
  {
    name: 'pot-days',
    short: 'Days in a pot',
    fields: [
      { name: 'crop', label: 'Crop', kind: 'choice', initial: 'tomato', options: crops },
      { name: 'volumeL', label: 'Pot', kind: 'litres', initial: '0.4' },
      { name: 'meanTemperatureC', label: 'Mean of day and night', kind: 'celsius', initial: '18' },
    ],
    show: (a) => [
      { label: 'Holds them well for', value: `${n(a.comfortableDays)} days`, main: true },
      { label: 'Overdue after', value: `${n(a.overdueDays)} days` },
    ],
  },
  {
    name: 'light',
    short: 'Lamp hours',
    fields: [
      { name: 'ppfd', label: 'Light at the leaves', kind: 'number', unit: 'µmol/m²·s', initial: '200' },
      { name: 'hours', label: 'Hours on', kind: 'number', unit: 'h', initial: '', optional: true },
      { name: 'targetDli', label: 'or light of the day', kind: 'number', unit: 'mol/m²·d', initial: '14', optional: true },
    ],
    show: (a) => [
      { label: 'Lamps on', value: `${n(a.hours, 1)} h`, main: true },
      { label: 'Light of the day', value: `${n(a.dli, 1)} mol/m²·d` },
      ...(a.tooLong === true ? [{ label: 'Too long', value: 'plants need a night: 18 hours at the most', danger: true }] : []),
    ],
  },
  {
    name: 'disinfectant',
    short: 'Bleach for pots',
    fields: [
      { name: 'volumeL', label: 'Altogether', kind: 'litres', initial: '10' },
      { name: 'partsBleach', label: 'Parts bleach', kind: 'number', initial: '1' },
      { name: 'partsWater', label: 'Parts water', kind: 'number', initial: '9' },
    ],
    show: (a, units) => [
      { label: 'Bleach', value: litres(a.bleachL, units), main: true },
      { label: 'Water', value: litres(a.waterL, units), main: true },
    ],
  },
  {
    name: 'units',
    short: 'Units',
    fields: [
      { name: 'value', label: 'Number', kind: 'number', initial: '60' },
      { name: 'from', label: 'From', kind: 'choice', initial: 'F', options: codes },
      { name: 'to', label: 'To', kind: 'choice', initial: 'C', options: codes },
    ],
    show: (a) => [{ label: 'Is', value: n(a.value, 4), main: true }],
  },
];

/** The unit behind a field, as the grower reads it. */
export function unitOf(field: SumField, units: UnitSystem): string | undefined {
  if (field.kind === 'celsius') return temperature.unit(units);
  if (field.kind === 'litres') return volume.unit(units);
  return field.kind === 'percent' ? '%' : field.unit;
}

/** What a field begins with, in the grower's units. */
export function initialOf(field: SumField, units: UnitSystem): string {
  if (field.kind === 'celsius') return String(temperature.shown(Number(field.initial), units));
  if (field.kind === 'litres') return String(volume.shown(Number(field.initial), units));
  return field.initial;
}

/** The typed form as the calculator takes it, or what is wrong at which field. */
export function read(
  sum: Sum,
  form: Record<string, string>,
  units: UnitSystem,
  parse: (text: string) => number | null,
): { body: Record<string, unknown>; errors: Record<string, string> } {
  const body: Record<string, unknown> = {};
  const errors: Record<string, string> = {};
  for (const field of sum.fields) {
    const text = form[field.name] ?? '';
    if (field.kind === 'choice') body[field.name] = text;
    else if (text.trim() === '' && field.optional) continue;
    else {
      const typed = parse(text);
      if (typed === null || (field.kind === 'whole' && !Number.isInteger(typed)))
        errors[field.name] = field.kind === 'whole' ? 'Type a whole number.' : 'Type a number.';
      else if (field.kind === 'celsius') body[field.name] = temperature.typed(typed, units);
      else if (field.kind === 'litres') body[field.name] = volume.typed(typed, units);
      else if (field.kind === 'percent') body[field.name] = typed / 100;
      else body[field.name] = typed;
    }
  }
  return { body, errors };
}

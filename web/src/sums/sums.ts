import { length, volume, type UnitSystem } from '../ui/units';
import type { Line, Sum, SumField } from './model';

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

const cm = (value: unknown, units: UnitSystem): string =>
  typeof value === 'number' ? `${n(length.shown(value, units), 1)} ${length.unit(units)}` : '–';

const grams = (value: unknown, units: UnitSystem): string =>
  typeof value !== 'number' ? '–' : units === 'us' ? `${n(value / 28.349523125, 2)} oz` : `${n(value, value < 10 ? 2 : 0)} g`;

const sowing: SumField[] = [
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
];

const sown = (a: Record<string, unknown>): Line[] => [
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
];

/** Parts of a mix and things that cost, by the fields they are typed in. */
const partNames: Record<string, string> = { seedMix: 'seed mix', pottingMix: 'potting mix', perlite: 'perlite' };
const costNames: Record<string, string> = { seed: 'Seed', mix: 'Mix', pots: 'Pots and trays', power: 'Power', other: 'Other' };

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
      ...sowing,
    ],
    show: sown,
  },
  {
    name: 'promise',
    short: 'What a packet promises',
    fields: [
      { name: 'crop', label: 'Crop', kind: 'choice', initial: 'tomato', options: crops },
      { name: 'plantsWanted', label: 'Plants wanted', kind: 'whole', initial: '40' },
      { name: 'ageYears', label: 'Age of the seed', kind: 'number', unit: 'years', initial: '1' },
      { name: 'testSown', label: 'Tested: laid out', kind: 'whole', initial: '', optional: true },
      { name: 'testUp', label: 'Tested: came up', kind: 'whole', initial: '', optional: true },
      ...sowing,
    ],
    body: ({ testSown, testUp, ...rest }) =>
      testSown === undefined ? rest : { ...rest, tested: { sown: testSown, up: testUp ?? 0 } },
    show: (a) => [...sown(a), { label: 'Germination taken', value: percent(a.germination) }],
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
      { name: 'second', label: 'Second strength', kind: 'number', unit: 'µmol/m²·s', initial: '', optional: true },
      { name: 'secondHours', label: 'For so long', kind: 'number', unit: 'h', initial: '', optional: true },
    ],
    body: ({ second, secondHours, ...one }) =>
      second === undefined && secondHours === undefined
        ? one
        : {
            levels: [
              { ppfd: one.ppfd, hours: one.hours ?? 0 },
              { ppfd: second ?? 0, hours: secondHours ?? 0 },
            ],
          },
    show: (a) => [
      { label: 'Lamps on', value: `${n(a.hours, 1)} h`, main: true },
      { label: 'Light of the day', value: `${n(a.dli, 1)} mol/m²·d` },
      ...(a.tooLong === true ? [{ label: 'Too long', value: 'plants need a night: 18 hours at the most', danger: true }] : []),
    ],
  },
  {
    name: 'feed',
    short: 'Feed',
    fields: [
      { name: 'targetNitrogenPpm', label: 'Nitrogen wanted', kind: 'number', unit: 'ppm', initial: '100' },
      { name: 'nitrogenPercent', label: 'N on the label', kind: 'number', unit: '%', initial: '8' },
      { name: 'volumeL', label: 'Solution', kind: 'litres', initial: '10' },
      { name: 'phosphatePercent', label: 'P₂O₅ on the label', kind: 'number', unit: '%', initial: '', optional: true },
      { name: 'potashPercent', label: 'K₂O on the label', kind: 'number', unit: '%', initial: '', optional: true },
    ],
    show: (a, units) => [
      { label: 'Weigh in', value: grams(a.grams, units), main: true },
      units === 'us'
        ? { label: 'For 100 US gallons', value: `${n(a.ouncesPer100UsGallons, 2)} oz` }
        : { label: 'In a litre', value: `${n(a.gramsPerL, 2)} g` },
      ...(typeof a.phosphatePpm === 'number' ? [{ label: 'Phosphate', value: `${n(a.phosphatePpm)} ppm P₂O₅` }] : []),
      ...(typeof a.potashPpm === 'number' ? [{ label: 'Potash', value: `${n(a.potashPpm)} ppm K₂O` }] : []),
    ],
  },
  {
    name: 'mix',
    short: 'Mix for pots',
    fields: [
      { name: 'count', label: 'Pots', kind: 'whole', initial: '128' },
      { name: 'volumeL', label: 'Each', kind: 'litres', initial: '0.4' },
      { name: 'settlingPercent', label: 'Settles by', kind: 'number', unit: '%', initial: '15' },
      { name: 'seedMix', label: 'Parts seed mix', kind: 'number', initial: '1', optional: true },
      { name: 'pottingMix', label: 'Parts potting mix', kind: 'number', initial: '1', optional: true },
      { name: 'perlite', label: 'Parts perlite', kind: 'number', initial: '', optional: true },
      { name: 'bag', label: 'A bag holds', kind: 'litres', initial: '40', optional: true },
    ],
    body: ({ count, volumeL, settlingPercent, bag, ...parts }) => ({
      containers: [{ count, volumeL }],
      settlingPercent,
      parts,
      ...(bag === undefined ? {} : { bagL: Object.fromEntries(Object.keys(parts).map((p) => [p, bag])) }),
    }),
    show: (a, units) => {
      const bags = (a.bags ?? {}) as Record<string, number>;
      return [
        { label: 'Mix', value: litres(a.totalL, units), main: true },
        ...Object.entries((a.componentsL ?? {}) as Record<string, number>).map(([part, l]) => ({
          label: `Of it ${partNames[part] ?? part}`,
          value: litres(l, units) + (bags[part] === undefined ? '' : `, ${n(bags[part])} ${bags[part] === 1 ? 'bag' : 'bags'}`),
        })),
      ];
    },
  },
  {
    name: 'depth',
    short: 'How deep',
    fields: [
      { name: 'crop', label: 'Crop', kind: 'choice', initial: 'tomato', options: crops },
      {
        name: 'habit',
        label: 'Habit',
        kind: 'choice',
        when: (f) => f.crop === 'tomato',
        initial: 'tall',
        options: [
          { value: 'tall', label: 'tall' },
          { value: 'half-bush', label: 'half-bush' },
          { value: 'bush', label: 'bush' },
          { value: 'dwarf', label: 'dwarf' },
        ],
      },
      { name: 'stemToLowestKeptLeavesCm', label: 'Stem to the leaves kept', kind: 'cm', initial: '8' },
      { name: 'ballHeightCm', label: 'Height of the ball', kind: 'cm', initial: '5' },
      { name: 'containerDepthCm', label: 'Depth of the pot', kind: 'cm', initial: '12' },
      {
        name: 'grafted',
        label: 'Grafted',
        kind: 'choice',
        initial: 'no',
        options: [
          { value: 'no', label: 'no' },
          { value: 'yes', label: 'yes' },
        ],
      },
      { name: 'unionAboveBallCm', label: 'Union above ball', kind: 'cm', initial: '6', when: (f) => f.grafted === 'yes' },
      {
        name: 'tomatoDepth',
        label: 'Set in',
        kind: 'choice',
        when: (f) => f.crop === 'tomato',
        initial: 'lowest-kept-leaves',
        options: [
          { value: 'lowest-kept-leaves', label: 'to leaves kept' },
          { value: 'half-stem', label: 'half of the stem' },
        ],
      },
      {
        name: 'pepperDepth',
        label: 'Set in',
        kind: 'choice',
        when: (f) => f.crop === 'pepper',
        initial: 'old-level',
        options: [
          { value: 'old-level', label: 'as they stood' },
          { value: 'finger', label: 'a finger deeper' },
          { value: 'seed-leaves', label: 'to the seed leaves' },
        ],
      },
      {
        name: 'seedLeavesAboveBallCm',
        label: 'Seed leaves above ball',
        kind: 'cm',
        initial: '3',
        when: (f) => f.crop === 'pepper' && f.pepperDepth !== 'old-level',
      },
    ],
    body: ({ grafted, ...rest }) => ({ ...rest, grafted: grafted === 'yes' }),
    show: (a, units) => [
      { label: 'Bury of the stem', value: cm(a.buryStemCm, units), main: true },
      { label: 'Mix under the ball', value: cm(a.mixUnderBallCm, units) },
      { label: 'Stem above the mix', value: cm(a.stemLeftCm, units) },
      ...(a.containerTooShallow === true
        ? [{ label: 'Too shallow', value: 'the ball does not fit this pot', danger: true }]
        : []),
    ],
  },
  {
    name: 'pots-per-bed',
    short: 'Plants in a bed',
    fields: [
      { name: 'lengthCm', label: 'Length', kind: 'cm', initial: '600' },
      { name: 'widthCm', label: 'Width', kind: 'cm', initial: '120' },
      { name: 'spacingCm', label: 'In the row', kind: 'cm', initial: '50' },
      { name: 'rowSpacingCm', label: 'Between rows', kind: 'cm', initial: '80' },
      { name: 'edgeCm', label: 'Free at the edge', kind: 'cm', initial: '20' },
    ],
    show: (a) => [
      { label: 'Plants', value: n(a.plants), main: true },
      { label: 'Rows', value: n(a.rows) },
      { label: 'In each', value: n(a.perRow) },
    ],
  },
  {
    name: 'cost-per-plant',
    short: 'Cost of a plant',
    fields: [
      { name: 'plantsRaised', label: 'Plants raised', kind: 'whole', initial: '100' },
      ...Object.entries(costNames).map(([name, label]): SumField => ({
        name,
        label,
        kind: 'number',
        initial: { seed: '12', mix: '18', pots: '25', power: '10' }[name] ?? '',
        optional: true,
      })),
      { name: 'minutes', label: 'Work', kind: 'number', unit: 'min', initial: '240' },
      { name: 'hourlyWage', label: 'Worth an hour', kind: 'number', initial: '15' },
      { name: 'boughtPrice', label: 'Bought plant', kind: 'number', initial: '3', optional: true },
    ],
    body: ({ plantsRaised, minutes, hourlyWage, boughtPrice, ...costs }) => ({
      plantsRaised,
      minutes,
      hourlyWage,
      ...(boughtPrice === undefined ? {} : { boughtPrice }),
      items: Object.entries(costs).map(([name, cost]) => ({ name: costNames[name] ?? name, cost })),
    }),
    show: (a) => [
      { label: 'Each', value: n(a.perPlant, 2), main: true },
      { label: 'Altogether', value: n(a.total, 2) },
      ...(typeof a.savingPerPlant === 'number'
        ? [
            a.savingPerPlant < 0
              ? { label: 'Dearer than bought by', value: n(-a.savingPerPlant, 2), danger: true }
              : { label: 'Cheaper than bought by', value: n(a.savingPerPlant, 2) },
          ]
        : []),
    ],
  },
  {
    name: 'bleach',
    short: 'Bleach for pots',
    fields: [
      { name: 'volumeL', label: 'Altogether', kind: 'litres', initial: '10' },
      { name: 'strengthPercent', label: 'On the bottle', kind: 'number', unit: '%', initial: '5', optional: true },
    ],
    body: (v) => ({ ...v, strengthPercent: v.strengthPercent ?? null }),
    show: (a, units) => [
      { label: 'Water to one part of bleach', value: n(a.partsWater, 1) },
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

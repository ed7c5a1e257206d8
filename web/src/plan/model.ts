import { isBed } from '../data/places';
import dayjs from 'dayjs';
import type { Schemas } from '../api/client';
import { day, plusDays } from '../ui/dates';
import { number } from '../ui/units';
import type { BatchInput, PlanAnswer } from '../data/usePlan';

type Catalogue = Schemas['CatalogueAnswer'];

/** What is on the form: numbers as they were typed. */
export interface Form {
  cultivarId: string;
  season: string;
  plantsWanted: string;
  germination: string;
  /** How many seeds it is known as from; empty: as an assumption. */
  germinationWeight: string;
  survival: string;
  confidence: string;
  seedsPerCell: string;
  seedsAvailable: string;
  trayId: string;
  germinationPlaceId: string;
  seedlingPlaceId: string;
  moves: Schemas['MoveInput'][];
  hardeningPlaceId: string;
  bedId: string;
  plantOutOn: string;
  lotId: string;
  /** What it begins with; the rest counts only where that is not seed. */
  start: Schemas['Start'];
  startLeaves: string;
  priceEach: string;
  rootstockId: string;
  scionId: string;
  unionCm: string;
  motherId: string;
  raised: NonNullable<Schemas['Raised']> | '';
  inFlower: boolean;
  /** What it is raised for: a bed, a pot it ends in (indoors or outdoors), a sale by a day. */
  aim: 'bed' | 'pot-indoors' | 'pot-outdoors' | 'sale';
  saleOn: string;
  endPlaceId: string;
  /** Where hardened plants are held, and for how many days; no place: they are not. */
  holdPlaceId: string;
  holdDays: string;
  /** Of plants that stand already: in how many containers, since when. */
  standingIn: string;
  potSince: string;
  hardenedSince: string;
}

/** The way from seed to bed, without what is sown: typing a number there is none of its business. */
export type Way = Omit<Form, TypedNumber | 'germinationWeight'>;

const sown: Record<TypedNumber | 'germinationWeight', ''> = {
  season: '',
  plantsWanted: '',
  germination: '',
  germinationWeight: '',
  survival: '',
  confidence: '',
  seedsPerCell: '',
  seedsAvailable: '',
};

export const wayOf = (form: Form): Way => ({ ...form, ...sown });

type TypedNumber = 'season' | 'plantsWanted' | 'germination' | 'survival' | 'confidence' | 'seedsPerCell' | 'seedsAvailable';

/** A first path through what the nursery has: mat, lamps, house, stand, bed. */
export function firstForm(catalogue: Catalogue, season: number): Form {
  const growing = catalogue.places.filter((p) => !isBed(p));
  const kind = (...kinds: Schemas['PlaceKind'][]) =>
    (kinds.map((k) => growing.find((p) => p.kind === k)).find(Boolean) ?? growing[0])?.id ?? '';
  const trays = catalogue.containers.filter((c) => c.cells !== null);
  const trayId = (trays.find((t) => t.cells === 72) ?? trays[0] ?? catalogue.containers[0])?.id ?? '';
  const pot = catalogue.next[trayId];
  // Nothing is chosen that one tap would keep; only where there is no choice.
  const cultivarId = catalogue.cultivars.length === 1 ? (catalogue.cultivars[0]?.id ?? '') : '';
  return {
    cultivarId,
    season: String(season),
    plantsWanted: '24',
    germination: assumed(catalogue, cultivarId),
    germinationWeight: '',
    survival: '95',
    confidence: '90',
    seedsPerCell: '1',
    seedsAvailable: '',
    trayId,
    germinationPlaceId: kind('mat', 'lamps', 'sill', 'house', 'room'),
    seedlingPlaceId: kind('lamps', 'sill', 'house', 'room', 'mat'),
    moves: pot ? [{ containerId: pot, placeId: kind('house', 'lamps', 'sill', 'tunnel', 'room') }] : [],
    hardeningPlaceId: kind('stand', 'frame', 'tunnel', 'house'),
    bedId: (catalogue.places.find((p) => p.kind === 'open-bed') ?? catalogue.places.find(isBed))?.id ?? '',
    plantOutOn: '',
    lotId: '',
    aim: 'bed',
    saleOn: '',
    endPlaceId: kind('stand', 'sill', 'house'),
    holdPlaceId: '',
    holdDays: '28',
    ...fromSeed,
  };
}

const wayKey = (nursery: string) => `juvenal-way-${nursery}`;

/** The way that was kept last, for the next batch: tray, places, moves, where it ends. */
export function rememberWay(nursery: string, form: Form) {
  const { trayId, germinationPlaceId, seedlingPlaceId, moves, hardeningPlaceId, bedId, aim, endPlaceId } = form;
  if (form.start !== 'seed') return;
  try {
    const way = { trayId, germinationPlaceId, seedlingPlaceId, hardeningPlaceId, bedId, aim, endPlaceId };
    const kept = moves.map(({ containerId, placeId }) => ({ containerId, placeId }));
    localStorage.setItem(wayKey(nursery), JSON.stringify({ ...way, moves: kept }));
  } catch {
    // A full or forbidden store: the usual way comes next time.
  }
}

/** A first form that goes the way of the last one, as far as its places and pots are still there. */
export function lastWay(catalogue: Catalogue, season: number, nursery: string): Form {
  const usual = firstForm(catalogue, season);
  try {
    const text = localStorage.getItem(wayKey(nursery));
    if (!text) return usual;
    const way = JSON.parse(text) as Partial<Form>;
    const places = new Set(catalogue.places.map((p) => p.id));
    const containers = new Set(catalogue.containers.map((c) => c.id));
    const there =
      [way.germinationPlaceId, way.seedlingPlaceId, way.hardeningPlaceId].every((id) => id && places.has(id)) &&
      containers.has(way.trayId ?? '') &&
      (way.moves ?? []).every((m) => places.has(m.placeId) && containers.has(m.containerId)) &&
      way.aim !== 'sale';
    if (!there) return usual;
    return {
      ...usual,
      ...way,
      bedId: places.has(way.bedId ?? '') ? (way.bedId ?? '') : usual.bedId,
      endPlaceId: places.has(way.endPlaceId ?? '') ? (way.endPlaceId ?? '') : usual.endPlaceId,
    };
  } catch {
    return usual;
  }
}

export const fromSeed = {
  start: 'seed',
  startLeaves: '',
  priceEach: '',
  rootstockId: '',
  scionId: '',
  unionCm: '',
  motherId: '',
  raised: '',
  inFlower: false,
  standingIn: '',
  potSince: '',
  hardenedSince: '',
} as const;

/** What a beginning is taken to be like, until the grower knows better: the server's own figures. */
export function usual(catalogue: Catalogue, start: Schemas['Start']): Pick<Form, 'germination' | 'startLeaves'> {
  const known = catalogue.beginnings[start];
  return { germination: percent(known?.share ?? 1), startLeaves: start === 'seed' ? '' : String(known?.leaves ?? 0) };
}

const percent = (share: number) => String(Math.round(share * 1000) / 10);

/** Germination of a cultivar's seed where no packet is named: as of seed whose age nobody knows. */
export const assumed = (catalogue: Catalogue, cultivarId: string): string =>
  percent(catalogue.assumed[cultivarId] ?? catalogue.beginnings.seed?.share ?? 1);

/** The form of a batch that is there already. */
export function formOf(input: BatchInput): Form {
  return {
    cultivarId: input.cultivarId,
    season: String(input.season),
    plantsWanted: String(input.plantsWanted),
    germination: percent(input.germination),
    germinationWeight: input.germinationWeight == null ? '' : String(input.germinationWeight),
    survival: percent(input.survival),
    confidence: percent(input.confidence),
    seedsPerCell: String(input.seedsPerCell),
    seedsAvailable: input.seedsAvailable === null ? '' : String(input.seedsAvailable),
    trayId: input.trayId,
    germinationPlaceId: input.germinationPlaceId,
    seedlingPlaceId: input.seedlingPlaceId,
    moves: input.moves,
    hardeningPlaceId: input.hardeningPlaceId,
    bedId: input.aim ? '' : input.bedId,
    plantOutOn: input.locks.plantOut ?? '',
    lotId: input.lotId ?? '',
    aim: !input.aim ? 'bed' : input.aim.kind === 'pot' ? (input.aim.outdoors ? 'pot-outdoors' : 'pot-indoors') : input.aim.kind,
    saleOn: input.aim?.day ?? '',
    endPlaceId: input.aim?.kind === 'pot' ? input.bedId : '',
    holdPlaceId: input.hold?.placeId ?? '',
    holdDays: input.hold ? String(input.hold.days) : '28',
    ...(input.start
      ? {
          start: input.start.kind,
          startLeaves: String(input.start.leaves),
          priceEach: input.start.priceEach === null ? '' : String(input.start.priceEach),
          rootstockId: input.start.rootstockId ?? '',
          scionId: input.start.scionId ?? '',
          unionCm: input.start.unionCm === null ? '' : String(input.start.unionCm),
          motherId: input.start.motherId ?? '',
          raised: input.start.raised ?? '',
          inFlower: input.start.inFlower ?? false,
          standingIn: '',
          potSince: '',
          hardenedSince: '',
        }
      : fromSeed),
  };
}

/** The form of another batch like one that is there: its days are free again, and its packet is looked at anew. */
export const again = (input: BatchInput, plants: string | null): Form => ({
  ...formOf({
    ...input,
    locks: {},
    seedsAvailable: null,
    moves: input.moves.map(({ containerId, placeId }) => ({ containerId, placeId })),
  }),
  plantsWanted: plants ?? String(input.plantsWanted),
});

/** The day that a batch is planned for, by what it is raised for; what ends in a pot has none. */
export const on = (input: BatchInput, day: string): Partial<Form> =>
  input.aim?.kind === 'sale' ? { saleOn: day } : input.aim ? {} : { plantOutOn: day };

const aim = (form: Form): Schemas['AimInput'] | null =>
  form.aim === 'bed'
    ? null
    : form.aim === 'sale'
      ? { kind: 'sale', day: form.saleOn || null, outdoors: false }
      : { kind: 'pot', day: null, outdoors: form.aim === 'pot-outdoors' };

/** What the form says, or the fields that are no numbers. Ranges are the server's to judge. */
export function read(form: Form, locks: BatchInput['locks'] = {}): { input: BatchInput | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const whole = (field: TypedNumber, at: string) => {
    const value = number(form[field]);
    if (value === null || !Number.isInteger(value)) errors[at] = 'Type a whole number.';
    return value ?? 0;
  };
  const percent = (field: TypedNumber, at: string) => {
    const value = number(form[field]);
    if (value === null) errors[at] = 'Type a number of percent.';
    return (value ?? 0) / 100;
  };
  const decimal = (field: 'startLeaves' | 'priceEach' | 'unionCm', at: string) => {
    if (form[field].trim() === '') return null;
    const value = number(form[field]);
    if (value === null) errors[at] = 'Type a number.';
    return value;
  };
  const start = (): Schemas['StartInput'] => ({
    kind: form.start,
    leaves: decimal('startLeaves', 'start.leaves') ?? 0,
    priceEach: form.start === 'plants' ? decimal('priceEach', 'start.priceEach') : null,
    rootstockId: form.start === 'grafts' ? form.rootstockId || null : null,
    scionId: form.start === 'grafts' ? form.scionId || null : null,
    unionCm: form.start === 'grafts' || form.start === 'plants' ? decimal('unionCm', 'start.unionCm') : null,
    motherId: form.start === 'cuttings' ? form.motherId || null : null,
    raised: form.start === 'plants' ? form.raised || null : null,
    inFlower: form.start === 'plants' && form.inFlower,
  });
  const hold = () => {
    const days = number(form.holdDays);
    if (days === null || !Number.isInteger(days)) errors['path.hold.days'] = 'Type a whole number.';
    return { placeId: form.holdPlaceId, days: days ?? 0 };
  };
  const input: BatchInput = {
    cultivarId: form.cultivarId,
    season: whole('season', 'season'),
    plantsWanted: whole('plantsWanted', 'sowing.plantsWanted'),
    germination: form.start === 'standing' ? 1 : percent('germination', 'sowing.germination'),
    germinationWeight: form.start === 'seed' && form.germinationWeight ? Number(form.germinationWeight) : null,
    survival: percent('survival', 'sowing.survival'),
    confidence: percent('confidence', 'sowing.confidence'),
    seedsPerCell: whole('seedsPerCell', 'sowing.seedsPerCell'),
    seedsAvailable: form.seedsAvailable.trim() === '' ? null : whole('seedsAvailable', 'sowing.seedsAvailable'),
    trayId: form.trayId,
    germinationPlaceId: form.germinationPlaceId,
    // Plants that are bought in grow on where they came to.
    seedlingPlaceId: form.start === 'plants' || form.start === 'standing' ? form.germinationPlaceId : form.seedlingPlaceId,
    moves: form.moves,
    hardeningPlaceId: form.hardeningPlaceId,
    bedId: form.aim === 'bed' ? form.bedId : form.aim === 'sale' ? form.hardeningPlaceId : form.endPlaceId,
    aim: aim(form),
    hold: form.aim === 'pot-indoors' || !form.holdPlaceId ? null : hold(),
    lotId: form.start === 'seed' ? form.lotId || null : null,
    start: form.start === 'seed' ? null : start(),
    // Days fixed elsewhere stay fixed.
    locks: { ...locks, plantOut: form.aim === 'bed' ? null : (locks.plantOut ?? null) },
  };
  if (Math.abs(input.plantsWanted) > 2_000_000_000 || Math.abs(input.seedsAvailable ?? 0) > 2_000_000_000) {
    errors['sowing.plantsWanted'] = 'From 1 to 1,000,000.';
  }
  if (form.aim === 'sale' && !form.saleOn) errors['aim.day'] = 'Say by which day they are to be ready.';
  if (form.plantOutOn && form.aim === 'bed') {
    const fixed = dayjs(form.plantOutOn);
    if (fixed.isValid() && fixed.year() > 1900 && fixed.year() < 2200)
      input.locks = { ...input.locks, plantOut: form.plantOutOn };
    else errors['locks'] = 'There is no such day.';
  }
  // What is not chosen yet is no error: there is nothing to plan.
  return { input: Object.keys(errors).length === 0 && form.cultivarId !== '' ? input : null, errors };
}

/** A way for plants that stand already: in the first pot of the last way, where seedlings go on, since a week. */
export const standingNow = (way: Form, catalogue: Catalogue, today: string): Form => {
  const pot = way.moves[0]?.containerId ?? way.trayId;
  return {
    ...way,
    ...fromSeed,
    start: 'standing',
    startLeaves: String(catalogue.beginnings.standing?.leaves ?? 4),
    potSince: plusDays(today, -7),
    trayId: pot,
    germinationPlaceId: way.moves[0]?.placeId ?? way.seedlingPlaceId,
    seedlingPlaceId: way.moves[0]?.placeId ?? way.seedlingPlaceId,
    moves: way.moves.slice(1),
    lotId: '',
    seedsAvailable: '',
  };
};

/** Plants that stand already, as they begin a batch; the field that is no number, where one is not. */
export function standing(form: Form, today: string): { standing: Schemas['StandingInput'] | null; error: string | null } {
  const seedlings = number(form.plantsWanted) ?? 0;
  const containers = form.standingIn.trim() === '' ? seedlings : number(form.standingIn);
  if (containers === null || !Number.isInteger(containers)) return { standing: null, error: 'Type a whole number.' };
  return {
    standing: {
      seedlings,
      containers,
      potSince: form.potSince || today,
      hardenedSince: form.hardenedSince || null,
    },
    error: null,
  };
}

/** What differs between the plan that was shown and the one that holds now. */
export function differences(shown: PlanAnswer, now: PlanAnswer): string[] {
  const changes = now.steps.flatMap((step) => {
    const was = shown.steps.find((s) => s.step.kind === step.step.kind && s.step.number === step.step.number);
    return was && was.mid !== step.mid ? [`${step.step.title}: ${day(step.mid)} instead of ${day(was.mid)}`] : [];
  });
  if (shown.quantity.cells !== now.quantity.cells)
    changes.push(`Cells: ${now.quantity.cells} instead of ${shown.quantity.cells}`);
  if (shown.quantity.seeds !== now.quantity.seeds)
    changes.push(`Seeds: ${now.quantity.seeds} instead of ${shown.quantity.seeds}`);
  return changes.length > 0 ? changes : ['Spreads or warnings have changed.'];
}

import type { Schemas } from '../api/client';
import type { Lot } from '../data/useLots';
import type { BatchInput } from '../data/usePlan';
import { number } from '../ui/units';
import { assumed, read, type Form } from './model';

/** How many plants of a cultivar, and from which packet; by cultivar. */
export type Wanted = Record<string, { plants: string; lotId?: string }>;

export interface Line {
  cultivar: Schemas['CultivarRow'];
  plants: string;
  lots: Lot[];
  lot: Lot | null;
  error: string | null;
  /** Null where nothing is wanted of it, or what is typed is no number. */
  input: BatchInput | null;
}

/** What a packet brings with it into a plan. */
export const fromPacket = (lot: Lot): Partial<Form> => ({
  lotId: lot.lot.id,
  germination: String(Math.round(lot.germination * 1000) / 10),
  germinationWeight: String(Math.round(lot.weight * 10) / 10),
  seedsAvailable: lot.free === null ? '' : String(Math.max(0, lot.free)),
  seedsPerCell: String(lot.perCell),
});

/** A line for each cultivar: one way for all, the packet that was chosen, or the only one there is. */
export function linesOf(catalogue: Schemas['CatalogueAnswer'], lots: Lot[], way: Form, wanted: Wanted): Line[] {
  return catalogue.cultivars.map((cultivar) => {
    const { plants = '', lotId } = wanted[cultivar.id] ?? {};
    // What stands takes no seed.
    const own = (way.start === 'seed' ? lots : []).filter(
      (l) => l.lot.cultivarId === cultivar.id && (l.free === null || l.free > 0),
    );
    const lot =
      lotId === undefined ? (own.length === 1 ? (own[0] ?? null) : null) : (own.find((l) => l.lot.id === lotId) ?? null);
    const count = number(plants);
    const none = plants.trim() === '' || count === 0;
    if (none || count === null || !Number.isInteger(count) || count < 0)
      return { cultivar, plants, lots: own, lot, error: none ? null : 'Type a whole number.', input: null };
    const { input } = read({
      ...way,
      cultivarId: cultivar.id,
      plantsWanted: plants,
      lotId: '',
      germination: assumed(catalogue, cultivar.id),
      ...(lot ? fromPacket(lot) : {}),
    });
    return { cultivar, plants, lots: own, lot, error: null, input };
  });
}

/** "6 batches, 212 plants" */
export const total = (lines: Line[]) => {
  const chosen = lines.filter((l) => l.input);
  return { batches: chosen.length, plants: chosen.reduce((n, l) => n + (l.input?.plantsWanted ?? 0), 0) };
};

import type { Schemas } from '../api/client';
import { counted, many } from '../ui/units';
import type { Batch } from '../data/useBatch';

/** Where a group stands; where others of its batch stand in the same place and pot, also what tells it from them. */
export const groupName = (g: Schemas['GroupAnswer'], others: readonly Schemas['GroupAnswer'][] = []): string => {
  const here = others.filter((o) => o.placeId === g.placeId && o.containerId === g.containerId);
  return `${g.place}${g.container ? `, ${g.container}` : ''}${here.length > 1 ? `, ${g.state}` : ''}`;
};

/** Whether a group has yet to harden off. */
export const tender = (g: Schemas['GroupAnswer']): boolean => !['harden', 'plant-out', 'ripe'].includes(g.reached.kind);

/** The counts of a batch as a row of figures, the important one first. */
export function figures(b: Batch): { label: string; value: string; note: string }[] {
  const kind = b.input.start?.kind ?? 'seed';
  const bought =
    b.bought === null ? [] : [{ label: 'Bought for', value: b.bought.toFixed(2), note: `${b.input.start?.priceEach ?? 0} each` }];
  if (b.seedsSown === 0) {
    return [
      { label: 'Wanted', value: many(b.input.plantsWanted), note: 'plants' },
      kind === 'seed'
        ? { label: 'To sow', value: many(b.cells), note: `cells, ${counted(b.seeds, 'seed')}` }
        : {
            label: { plants: 'To buy', cuttings: 'To cut', grafts: 'To graft', standing: 'Standing already' }[kind],
            value: many(b.cells),
            note: '',
          },
      ...bought,
    ];
  }
  const shares: { label: string; value: string; note: string }[] = [];
  if (b.emerged === 0)
    shares.push({ label: kind === 'seed' ? 'Sown' : 'Set', value: many(b.seedsSown), note: kind === 'seed' ? 'seeds' : kind });
  else shares.push({ label: 'Standing', value: many(b.standing), note: `of ${many(b.input.plantsWanted)} wanted` });
  if (b.prospect) {
    const short = b.input.plantsWanted - Math.round(b.prospect.expected);
    shares.push({
      label: 'Expected',
      value: many(Math.round(b.prospect.expected)),
      note:
        short > 0
          ? `${short} short`
          : b.prospect.spare > 0
            ? `${many(b.prospect.usable - b.prospect.spare)} are enough, ${b.prospect.spare} spare`
            : `enough in ${Math.round(b.prospect.probabilityOfEnough * 100)} of 100 cases`,
    });
  }
  if (b.emerged > 0 && kind !== 'plants' && kind !== 'standing')
    shares.push({
      label: { seed: 'Up', cuttings: 'Rooted', grafts: 'Healed' }[kind],
      value: many(b.emerged),
      note: `of ${kind === 'seed' ? counted(b.seedsSown, 'seed') : many(b.seedsSown)}, ${Math.round((100 * b.emerged) / b.seedsSown)} %`,
    });
  if (b.established.planted > 0)
    shares.push({
      label: 'Planted',
      value: many(b.established.planted),
      note: `${many(b.established.planted - b.established.lost)} alive, ${Math.round(100 * (b.established.share ?? 0))} %`,
    });
  if (b.lost > 0) shares.push({ label: 'Lost', value: many(b.lost), note: '' });
  if (b.gone > 0)
    shares.push({ label: 'Out', value: many(b.gone), note: b.sold > 0 ? `sold for ${b.sold.toFixed(2)}` : 'sold or given' });
  if (b.parted > 0) shares.push({ label: 'Split off', value: many(b.parted), note: b.children.map((c) => c.code).join(', ') });
  if (b.used > 0) shares.push({ label: 'In grafts', value: many(b.used), note: '' });
  shares.push(...bought);
  if (b.snipped > 0) shares.push({ label: 'Snipped', value: many(b.snipped), note: '' });
  return shares;
}

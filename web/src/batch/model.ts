import type { Schemas } from '../api/client';
import { counted, many } from '../ui/units';
import type { Batch } from './useBatch';

export const groupName = (g: Schemas['GroupAnswer']): string => `${g.place}${g.container ? `, ${g.container}` : ''}`;

/** The counts of a batch as a row of figures, the important one first. */
export function figures(b: Batch): { label: string; value: string; note: string }[] {
  if (b.seedsSown === 0) {
    return [
      { label: 'Wanted', value: many(b.input.plantsWanted), note: 'plants' },
      { label: 'To sow', value: many(b.cells), note: `cells, ${counted(b.seeds, 'seed')}` },
    ];
  }
  const shares: { label: string; value: string; note: string }[] = [];
  if (b.emerged === 0) shares.push({ label: 'Sown', value: many(b.seedsSown), note: 'seeds' });
  else {
    shares.push({ label: 'Standing', value: many(b.standing), note: `of ${many(b.input.plantsWanted)} wanted` });
    if (b.prospect) {
      const short = b.input.plantsWanted - Math.round(b.prospect.expected);
      shares.push({
        label: 'Expected',
        value: many(Math.round(b.prospect.expected)),
        note: short > 0 ? `${short} short` : `enough in ${Math.round(b.prospect.probabilityOfEnough * 100)} of 100 cases`,
      });
    }
    shares.push({
      label: 'Up',
      value: many(b.emerged),
      note: `of ${counted(b.seedsSown, 'seed')}, ${Math.round((100 * b.emerged) / b.seedsSown)} %`,
    });
  }
  if (b.lost > 0) shares.push({ label: 'Lost', value: many(b.lost), note: '' });
  if (b.snipped > 0) shares.push({ label: 'Snipped', value: many(b.snipped), note: '' });
  return shares;
}

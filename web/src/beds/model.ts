import type { Bed, BedYear } from '../data/useBeds';

/** A, B, C and so on, as the drawing names them. */
export const letterOf = (index: number): string => {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : `${letter}${Math.floor(index / 26)}`;
};

/** This year and the four before it, the last first, with what was said of them. */
export function yearsOf(bed: Bed, thisYear: number): BedYear[] {
  return Array.from({ length: 5 }, (_, i) => {
    const year = thisYear - i;
    return bed.years.find((y) => y.year === year) ?? { year, grew: [], seen: [] };
  });
}

/** With one of a list more, or fewer. */
export const toggled = <T>(list: T[], one: T): T[] => (list.includes(one) ? list.filter((o) => o !== one) : [...list, one]);

import type { Schemas } from '../api/client';

export type UnitSystem = Schemas['UnitSystem'];

/** Figures as the grower reads and types them; the server and the store know SI alone. */
export const temperature = {
  unit: (u: UnitSystem) => (u === 'us' ? '°F' : '°C'),
  shown: (celsius: number, u: UnitSystem) => (u === 'us' ? Math.round((celsius * 9) / 5 + 32) : Math.round(celsius * 10) / 10),
  /** Of two temperatures. */
  difference: (celsius: number, u: UnitSystem) => Math.round((u === 'us' ? celsius * 1.8 : celsius) * 10) / 10,
  typed: (value: number, u: UnitSystem) => (u === 'us' ? Math.round((((value - 32) * 5) / 9) * 100) / 100 : value),
};

const kilometresPerMile = 1.609344;

export const speed = {
  unit: (u: UnitSystem) => (u === 'us' ? 'mph' : 'km/h'),
  typed: (value: number, u: UnitSystem) => (u === 'us' ? value * kilometresPerMile : value),
};

const litresPerGallon = 3.785411784;

export const volume = {
  unit: (u: UnitSystem) => (u === 'us' ? 'gal' : 'L'),
  shown: (litres: number, u: UnitSystem) => {
    const value = u === 'us' ? litres / litresPerGallon : litres;
    return value >= 10 ? Math.round(value) : value >= 1 ? Math.round(value * 10) / 10 : Math.round(value * 1000) / 1000;
  },
  typed: (value: number, u: UnitSystem) => (u === 'us' ? value * litresPerGallon : value),
  /** With its unit, in small ones where it is little: "45 mL", "3.7 L"; "1.5 fl oz", "1 gal". */
  said: (litres: number, u: UnitSystem): string => {
    const small = u === 'us' ? litres < litresPerGallon / 4 : litres < 1;
    return litres > 0 && small
      ? `${many(cup.shown(litres, u))} ${cup.unit(u)}`
      : `${many(volume.shown(litres, u))} ${volume.unit(u)}`;
  },
};

/** Volumes of cells and pots, which are small. */
export const cup = {
  unit: (u: UnitSystem) => (u === 'us' ? 'fl oz' : 'mL'),
  shown: (litres: number, u: UnitSystem) => {
    const value = u === 'us' ? (litres / litresPerGallon) * 128 : litres * 1000;
    return value >= 100 ? Math.round(value) : Math.round(value * 10) / 10;
  },
  typed: (value: number, u: UnitSystem) => (u === 'us' ? (value / 128) * litresPerGallon : value / 1000),
};

export const length = {
  unit: (u: UnitSystem) => (u === 'us' ? 'in' : 'cm'),
  shown: (cm: number, u: UnitSystem) => Math.round((u === 'us' ? cm / 2.54 : cm) * 10) / 10,
  typed: (value: number, u: UnitSystem) => (u === 'us' ? value * 2.54 : value),
  /** At the bench: to half a centimetre or a quarter of an inch. */
  said: (cm: number, u: UnitSystem) =>
    u === 'us' ? `${many(Math.round((cm / 2.54) * 4) / 4)} in` : `${many(Math.round(cm * 2) / 2)} cm`,
};

// Made once: making one takes longer than all that it is asked for.
const counting = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1 });

export const many = (n: number): string => counting.format(n);

/** "1 tray", "3 trays". */
export const counted = (n: number, one: string, more = `${one}s`): string => `${many(n)} ${n === 1 ? one : more}`;

/** A typed number: spaces and thin separators are forgiven, a decimal comma too. Null where it is none. */
export function number(text: string): number | null {
  const plain = text
    .trim()
    .replace(/[\s\u202f']/g, '')
    .replace(',', '.');
  if (plain === '' || !/^[-+]?\d*\.?\d+$/.test(plain)) return null;
  return Number(plain);
}

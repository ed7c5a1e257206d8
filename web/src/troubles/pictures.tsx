import type { Schemas } from '../api/client';

export type Sign = NonNullable<Schemas['Sign']>;

const line = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.5, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;
const pot = 'M15 45h26l-3 9H18z';

/** A pair of leaves at a height, hanging by so much. */
const pair = (y: number, hang = 0, size = 1, x = 28) =>
  [-1, 1].map(
    (s) =>
      `M${x} ${y}c${s * 4 * size} ${-5 * size + hang / 3} ${s * 11 * size} ${-4 * size + hang} ${s * 14 * size} ${hang * 1.4}` +
      `c${s * -4 * size} ${3 * size} ${s * -10 * size} ${2 * size - hang / 4} ${s * -14 * size} ${-hang * 1.4}`,
  );
const stem = (top: number, lean = 0) => `M28 45Q28 ${(45 + top) / 2} ${28 + lean} ${top}`;
const plant = (hang = 0) => [stem(14), ...pair(36, hang, 0.7), ...pair(26, hang), ...pair(16, hang, 0.8)];
const dot = (x: number, y: number, r = 1.2) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
const flower = (x: number, y: number) =>
  [0, 72, 144, 216, 288].map((a) => {
    const [dx, dy] = [Math.cos((a * Math.PI) / 180) * 3, Math.sin((a * Math.PI) / 180) * 3];
    return dot(x + dx, y + dy, 1.8);
  });
const sun = [dot(47, 9, 4), 'M47 1v2M47 15v2M39 9h-2M55 9h2M41 3l1 1M53 15l-1-1M53 3l-1 1M41 15l1-1'];

interface Drawn {
  lines: string[];
  dashed?: string[];
  full?: string[];
}

/** Our own line drawings of what is wrong to see. */
const drawn: Record<Sign, Drawn> = {
  leggy: { lines: [pot, 'M28 45C27 30 30 18 38 6', ...pair(7, 1, 0.6, 38), ...pair(28, 3, 0.4, 29)] },
  pale: { lines: [pot, stem(14)], dashed: [...pair(36, 0, 0.7), ...pair(26), ...pair(16, 0, 0.8)] },
  'lower-leaves-yellow': { lines: [pot, stem(14), ...pair(26), ...pair(16, 0, 0.8)], dashed: pair(36, 4, 0.7) },
  purple: { lines: [pot, ...plant(), 'M26 43l4-2M26 39l4-2M26 33l4-2M26 29l4-2M26 23l4-2M26 19l4-2'] },
  blisters: {
    lines: [pot, ...plant()],
    full: [dot(18, 25), dot(22, 26), dot(36, 25), dot(40, 25.5), dot(22, 16), dot(35, 15.5)],
  },
  curled: {
    lines: [
      pot,
      stem(14),
      'M28 26c-5-6-13-6-14 0c0 4 5 4 5 1M28 26c5-6 13-6 14 0c0 4-5 4-5 1',
      'M28 16c-4-5-11-5-11 0c0 3 4 3 4 1M28 16c4-5 11-5 11 0c0 3-4 3-4 1',
    ],
  },
  'limp-wet': { lines: [pot, ...plant(7), 'M46 38c-2 3-2 4 0 5c2-1 2-2 0-5M51 30c-2 3-2 4 0 5c2-1 2-2 0-5'] },
  'limp-dry': { lines: [pot, ...plant(7), 'M20 45l2 3M26 45l1 4M32 45l-1 3M37 45l-2 4'] },
  'limp-at-noon': { lines: [pot, ...plant(6), ...sun] },
  fallen: { lines: ['M6 45h44', 'M28 45c3-3 10-3 20-2', ...pair(42, 2, 0.5, 46), 'M26 45l2-3 2 3'] },
  'nothing-up': { lines: ['M8 22h40v26H8zM21 22v26M35 22v26M8 35h40'], full: [dot(14, 29), dot(42, 41)] },
  'coat-stuck': {
    lines: [pot, stem(24), 'M28 24c-5-3-5-12 0-14c5 2 5 11 0 14M24 15c2 2 6 2 8 0', 'M28 24c-4 1-8 4-9 8M28 24c4 1 8 4 9 8'],
  },
  bitten: {
    lines: [pot, 'M28 45V30', ...pair(36, 0, 0.7).slice(0, 1), 'M28 30c4-5 11-4 14 0c-2 0-2 2-4 1c-1 3-4 1-5 2c-2-1-3 0-5-3'],
  },
  'cut-in-bed': {
    lines: ['M4 42h48', 'M22 42l1-3M26 40c5-4 14-5 22-3', ...pair(37, 2, 0.5, 46), 'M14 50c0-4 8-4 8 0c0 3-5 3-5 1'],
  },
  'scorched-tops': { lines: [pot, ...plant(), 'M10 4h36M14 4l-2 4M28 4v4M42 4l2 4', 'M19 13l4 4M21 11l4 4M33 15l4-4M35 17l4-4'] },
  'white-patches': { lines: [pot, ...plant()], dashed: [dot(19, 25, 3), dot(37, 26, 3), dot(34, 15, 2.5)] },
  'nothing-new': { lines: [pot, ...plant(), 'M44 4h8l-5 12'] },
  'stays-short': {
    lines: [pot, stem(34), ...pair(40, 0, 0.7), ...pair(35, 0, 0.7), ...flower(28, 28), 'M50 45V20M47 23l3-3 3 3'],
  },
  'brown-roots': {
    lines: ['M12 10h32l-4 38H16z'],
    full: [
      'M18 16c6 4 14 4 20 0v4c-6 4-14 4-20 0z',
      'M18 26c6 4 14 4 20 0v4c-6 4-14 4-20 0z',
      'M19 36c6 4 12 4 18 0v4c-6 4-12 4-18 0z',
    ],
  },
  'green-mix': { lines: [pot, ...plant()], full: ['M16 45c1-4 3-4 4 0c1-5 3-5 4 0z', 'M31 45c1-4 3-4 4 0c1-5 3-5 4 0z'] },
  'white-crust': { lines: [pot, ...plant(), 'M14 43l3-2 3 2 3-2 3 2M30 43l3-2 3 2 3-2 3 2'] },
  insects: {
    lines: [pot, ...plant(), 'M46 8l3-3M50 9l4-1M48 12l3 3'],
    full: [dot(19, 29, 1.6), dot(23, 30, 1.6), dot(36, 30, 1.6), dot(48, 9, 1.8)],
  },
  flowers: { lines: [pot, ...plant(), ...flower(28, 9)] },
  twisted: {
    lines: [
      pot,
      stem(14),
      ...pair(36, 0, 0.7),
      'M28 25c-3-4-6 2-8-2s-4 3-7-1M28 25c3-4 6 2 8-2s4 3 7-1',
      'M28 15c-2-4-5 2-6-2s-3 2-5-1M28 15c2-4 5 2 6-2s3 2 5-1',
    ],
  },
};

export function SignPicture({ sign }: { sign: Sign }) {
  const { lines, dashed = [], full = [] } = drawn[sign];
  return (
    <svg width="52" height="52" viewBox="0 0 56 56" {...line} aria-hidden style={{ flex: 'none' }}>
      {lines.map((d) => (
        <path key={d} d={d} />
      ))}
      {dashed.map((d) => (
        <path key={d} d={d} strokeDasharray="1.5 2.5" />
      ))}
      {full.map((d) => (
        <path key={d} d={d} fill="currentColor" />
      ))}
    </svg>
  );
}

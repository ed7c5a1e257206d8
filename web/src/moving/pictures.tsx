import type { Schemas } from '../api/client';

type Roots = Schemas['RootsSeen'];
type Crop = Schemas['Crop'];

/** Our own line drawings of a ball tipped out: how the roots lie at its wall. */
export const roots: { value: NonNullable<Roots>; label: string; lines: string[] }[] = [
  { value: 'none', label: 'None', lines: ['M28 10c1 8-3 12-2 18', 'M30 12c3 6 1 9 3 13'] },
  {
    value: 'showing',
    label: 'Just showing',
    lines: ['M28 10c-2 12-8 16-10 32', 'M30 10c0 14 2 22 0 36', 'M32 10c3 12 8 16 10 30'],
  },
  {
    value: 'circling',
    label: 'Going round',
    lines: [
      'M14 20c10 6 22 6 32 0',
      'M15 30c10 6 20 6 30 0',
      'M17 40c8 6 18 6 26 0',
      'M28 10c-4 12-10 20-10 34',
      'M32 10c4 12 10 20 10 34',
    ],
  },
  {
    value: 'matted',
    label: 'Matted, brown',
    lines: [
      'M14 18c10 5 22 5 32 0',
      'M14 23c10 5 22 5 32 0',
      'M15 28c10 5 20 5 30 0',
      'M16 33c9 5 19 5 28 0',
      'M16 38c9 5 19 5 28 0',
      'M17 43c9 5 17 5 26 0',
      'M24 12c-6 14 8 20 0 36',
      'M36 12c6 14-8 20 0 36',
    ],
  },
];

const line = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.5, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;

export function Ball({ lines }: { lines: string[] }) {
  return (
    <svg width="60" height="52" viewBox="0 0 60 52" {...line} aria-hidden>
      <path d="M11 8h38l-5 40H16z" />
      {lines.map((d) => (
        <path key={d} d={d} />
      ))}
    </svg>
  );
}

/**
 * A leaf of a length of 1 that points to the right, from its stalk: a tomato's has lobes and teeth, a pepper's is smooth and pointed.
 */
export const leafOf: Record<Crop, string> = {
  tomato:
    'M0 0L.16 0C.2-.14.3-.2.36-.08C.42-.22.54-.24.58-.1C.66-.2.76-.18.78-.08C.88-.1.96-.04 1 0C.96.04.88.1.78.08C.76.18.66.2.58.1C.54.24.42.22.36.08C.3.2.2.14.16 0',
  pepper: 'M0 0L.2 0C.36-.24.7-.22 1 0C.7.22.36.24.2 0',
};

/** Seed leaves are plain and narrow in both. */
export const seedLeaf = 'M0 0L.1 0C.3-.14.75-.14 1 0C.75.14.3.14.1 0';

/** A seedling with so many true leaves, as it looks from the side. */
export function Seedling({ crop, leaves }: { crop: Crop; leaves: number }) {
  const top = 44 - 12 - leaves * 5;
  return (
    <svg width="44" height="48" viewBox="0 0 44 48" {...line} aria-hidden>
      <path d={`M6 44h32M22 44V${top}`} />
      {[0, 180].map((turn) => (
        <path
          key={turn}
          d={seedLeaf}
          transform={`translate(22 33) rotate(${turn === 0 ? -12 : 192}) scale(12)`}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {Array.from({ length: leaves }, (_, i) => (
        <path
          key={i}
          d={leafOf[crop]}
          transform={`translate(22 ${33 - 5 * (i + 1)}) rotate(${i % 2 === 0 ? -28 : 208}) scale(17)`}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}

const hands = [
  // A seedling that is held by its leaf and lifted.
  [
    'M10 42h28',
    'M24 42V24',
    'M24 24c-4-8-12-8-14-4',
    'M24 24c4-8 12-8 14-4',
    'M42 12l-6 7',
    'M46 18l-8 4',
    'M24 12V3',
    'M20 7l4-4 4 4',
  ],
  // A pot that is filled up around the ball.
  [
    'M10 18h28l-4 24H14z',
    'M19 26h10l-2 9h-6z',
    'M24 26V6',
    'M24 12c-4-5-8-5-10-3',
    'M24 12c4-5 8-5 10-3',
    'M13 22h5',
    'M30 22h5',
    'M6 8v7',
    'M3 12l3 3 3-3',
  ],
  // Water through, and a label.
  ['M12 22h24l-4 20H16z', 'M9 4l3 6', 'M16 3l3 6', 'M23 4l2 5', 'M38 20V6h6l2 4-2 4h-6', 'M24 46v0', 'M20 46v0'],
];

/** What the hands do, in three drawings. */
export function Hands({ step }: { step: number }) {
  return (
    <svg width="56" height="56" viewBox="0 0 48 48" {...line} aria-hidden>
      {hands[step]?.map((d) => (
        <path key={d} d={d} />
      ))}
    </svg>
  );
}

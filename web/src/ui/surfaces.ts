import type { Schemas } from '../api/client';

type Surface = Schemas['Surface'];

export const surfaces: { value: Surface; label: string }[] = [
  { value: 'bare', label: 'bare soil' },
  { value: 'mulch', label: 'deep mulch' },
  { value: 'film', label: 'black film' },
  { value: 'raised', label: 'raised bed' },
  { value: 'tunnel', label: 'bare tunnel' },
];

export const surfaceName = (s: Surface): string => surfaces.find((o) => o.value === s)?.label ?? s;

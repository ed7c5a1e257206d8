import type { Schemas } from '../api/client';

/** Plants stand in a bed without containers; every other place has a warmth. */
export const isBed = (place: { kind: Schemas['PlaceKind'] }): boolean => place.kind === 'open-bed' || place.kind === 'tunnel-bed';

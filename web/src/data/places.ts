import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useNursery } from './nursery';
import type { Schemas } from '../api/client';

/** Plants stand in a bed without containers; every other place has a warmth. */
export const isBed = (place: { kind: Schemas['PlaceKind'] }): boolean => place.kind === 'open-bed' || place.kind === 'tunnel-bed';

const none: Schemas['PlaceKindAnswer'][] = [];

/** What usually comes with each kind of place. */
export function usePlaceKinds(): Schemas['PlaceKindAnswer'][] {
  const nursery = useNursery();
  return (
    useQuery({
      queryKey: ['place-kinds'],
      queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/places/kinds', { params: { path: { nursery } } })),
      staleTime: Infinity,
    }).data ?? none
  );
}

import { useMutation } from '@tanstack/react-query';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { plusDays } from '../ui/dates';
import { useNursery, useRefresh } from './nursery';
import { useEntryIds } from './useEntryIds';

interface Did {
  did: Schemas['NightDid'];
  to?: string;
}

/** Says what was done for the plants of a place tonight; brought in, they are carried too. */
export function useNight(place: Schemas['NightPlaceAnswer'], evening: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: ({ did, to }: Did) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/places/{id}/night', {
          params: { path: { nursery, id: place.placeId } },
          body: { id: v7(), did, evening, to: to ?? null },
        }),
      ),
    onSuccess: () => refresh(),
  });
}

/** All places of tonight by one tap, each as is proposed for it: pots into their shelter, beds covered. One after the other. */
export function useWholeNight(evening: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: async (places: Schemas['NightPlaceAnswer'][]) => {
      for (const place of places)
        await unwrap(
          api.POST('/api/nurseries/{nursery}/places/{id}/night', {
            params: { path: { nursery, id: place.placeId } },
            body: {
              id: v7(),
              did: place.pots && place.shelter ? 'brought-in' : 'covered',
              evening,
              to: place.pots ? (place.shelter?.placeId ?? null) : null,
            },
          }),
        );
    },
    // What was said before one failed has been said.
    onSettled: () => refresh(),
  });
}

/** Carries what was brought in for a night back to where it stood. */
export function useOutAgain(night: Schemas['InForNightAnswer'], on: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: () =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/nights/{id}/out', {
          params: { path: { nursery, id: night.night } },
          body: { id: v7(), on },
        }),
      ),
    onSuccess: () => refresh(),
  });
}

/** What was done in the night behind, said the morning after; carried in then is out again today. */
export function useNightBehind(place: string, today: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { idsFor, written } = useEntryIds();
  return useMutation({
    mutationFn: async ({ did, to }: Did) => {
      const [id, out] = idsFor([place, today, did, to]);
      await unwrap(
        api.POST('/api/nurseries/{nursery}/places/{id}/night', {
          params: { path: { nursery, id: place } },
          body: { id, did, evening: plusDays(today, -1), to: to ?? null },
        }),
      );
      if (did === 'brought-in')
        await unwrap(
          api.POST('/api/nurseries/{nursery}/nights/{id}/out', {
            params: { path: { nursery, id } },
            body: { id: out, on: today },
          }),
        );
    },
    onSuccess: written,
    onSettled: () => refresh(),
  });
}

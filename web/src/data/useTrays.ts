import { useMutation, useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { v7 } from 'uuid';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { useEntries } from './useEntries';
import { begin, cellsOf, type Draft, type TrayMap } from '../trays/model';

export function useTrays(batch: string) {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'trays', batch],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/batches/{id}/trays', { params: { path: { nursery, id: batch } } })),
  });
}

export interface CellsSaid {
  trays: { trayId: string; cells: string }[];
  means: Schemas['CellsMean'];
  reason: string | null;
  carryOn: boolean;
  happenedOn: string;
  /** Doubts that were answered. */
  sure?: string[];
}

/** Writes what stands in the cells. */
export function usePutCells(map: TrayMap) {
  const nursery = useNursery();
  return useEntries<CellsSaid>({
    batch: map.batchId,
    today: map.today,
    send: (said, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/cells', {
          params: { path: { nursery, id: map.batchId } },
          body: { ...said, id },
        }),
      ),
  });
}

/** Thins as it is shown, so many seedlings: if the cells changed meanwhile, the server says so. */
export function useThin(map: TrayMap) {
  const nursery = useNursery();
  return useEntries<number>({
    batch: map.batchId,
    today: map.today,
    send: (snips, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/thin', {
          params: { path: { nursery, id: map.batchId } },
          body: { id, happenedOn: map.today, snips },
        }),
      ),
  });
}

export function useLay(batch: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: () =>
      unwrap(api.POST('/api/nurseries/{nursery}/batches/{id}/trays', { params: { path: { nursery, id: batch } } })),
    onSuccess: () => refresh(),
  });
}

/** What was read at the seed, and taking a reading back. */
export function useReading(place: string) {
  const nursery = useNursery();
  const refresh = useRefresh();
  const add = useMutation({
    mutationFn: ({ day, soilC }: { day: string; soilC: number }) =>
      unwrap(
        api.PUT('/api/nurseries/{nursery}/readings', {
          params: { path: { nursery } },
          body: { id: v7(), placeId: place, day, soilC },
        }),
      ),
    onSuccess: () => refresh(),
  });
  const remove = useMutation({
    mutationFn: (id: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/readings/{id}', { params: { path: { nursery, id } } })),
    onSuccess: () => refresh(),
  });
  return { add, remove };
}

const keyOf = (batch: string) => `juvenal-cells-${batch}`;

function stored(map: TrayMap): Draft | null {
  try {
    const text = localStorage.getItem(keyOf(map.batchId));
    const kept = text ? (JSON.parse(text) as { base: string; draft: Draft }) : null;
    // A draft on top of another count is not this tray's any more.
    return kept && kept.base === JSON.stringify(cellsOf(map.trays)) ? kept.draft : null;
  } catch {
    return null;
  }
}

/** The count that is being typed. It outlives the page: a phone that falls asleep loses nothing. */
export function useDraft(map: TrayMap): [Draft, (change: (draft: Draft) => Draft) => void] {
  const base = JSON.stringify(cellsOf(map.trays));
  const [held, setHeld] = useState(() => ({ base, draft: stored(map) ?? begin(map.trays) }));
  // What was logged meanwhile, here or elsewhere, is the new ground to count on.
  const now = held.base === base ? held : { base, draft: begin(map.trays) };
  if (now !== held) setHeld(now);
  const change = useCallback(
    (step: (draft: Draft) => Draft) =>
      setHeld((was) => {
        const draft = step(was.draft);
        try {
          if (draft.touched.length > 0)
            localStorage.setItem(keyOf(map.batchId), JSON.stringify({ base: was.base, draft: { ...draft, past: [] } }));
          else localStorage.removeItem(keyOf(map.batchId));
        } catch {
          // A full or forbidden store: the page itself still has it.
        }
        return { base: was.base, draft };
      }),
    [map.batchId],
  );
  return [now.draft, change];
}

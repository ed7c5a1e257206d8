import { useMemo } from 'react';
import { v7 } from 'uuid';
import { api, unwrap } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { useSay } from '../ui/Say';

/** Undo is a new entry; what was said in one go is taken back in one go, whichever entry of it is named. */
export function useUndo() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say, complain } = useSay();
  return useMemo(() => {
    const take = async (back: () => Promise<unknown>) => {
      try {
        await back();
        say('Undone.');
      } catch (e) {
        complain(e instanceof Error ? e.message : 'It could not be undone.');
      }
      await refresh();
    };
    return {
      /** An entry of a batch, and all that was said with it. */
      entry: (batch: string, corrects: string, today: string) =>
        take(() =>
          unwrap(
            api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
              params: { path: { nursery, id: batch } },
              body: { id: v7(), kind: 'undo', happenedOn: today, corrects },
            }),
          ),
        ),
      /** An act, by its own id. */
      act: (corrects: string, today: string) =>
        take(() =>
          unwrap(
            api.POST('/api/nurseries/{nursery}/acts', {
              params: { path: { nursery } },
              body: { id: v7(), on: today, entries: [], corrects },
            }),
          ),
        ),
    };
  }, [nursery, refresh, say, complain]);
}

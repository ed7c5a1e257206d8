import { useCallback } from 'react';
import { v7 } from 'uuid';
import { api, unwrap } from '../api/client';
import { useNursery, useRefresh } from '../app/nursery';
import { useSay } from './Say';

/** Undo is a new entry; what was said in one go is taken back in one go, whichever entry of it is named. */
export function useUndo() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say, complain } = useSay();
  return useCallback(
    async (batch: string, corrects: string, today: string) => {
      try {
        await unwrap(
          api.POST('/api/nurseries/{nursery}/batches/{id}/entries', {
            params: { path: { nursery, id: batch } },
            body: { id: v7(), kind: 'undo', happenedOn: today, corrects },
          }),
        );
        say('Undone.');
      } catch (e) {
        complain(e instanceof Error ? e.message : 'It could not be undone.');
      }
      await refresh();
    },
    [nursery, refresh, say, complain],
  );
}

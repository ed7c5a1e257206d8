import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from './nursery';

export type Moving = Schemas['MovingAnswer'];
export type Seen = Omit<Required<Schemas['MovingQuestion']>, 'group'>;

/** Whether plants move on, how deep and into what, by what was seen; nothing of it is kept by asking. */
export function useMoving(batch: string, group: string | null, seen: Seen) {
  const nursery = useNursery();
  const asked = useQuery({
    queryKey: [nursery, 'batch', batch, 'moving', group, seen],
    queryFn: () =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/batches/{id}/moving', {
          params: { path: { nursery, id: batch } },
          body: { group, ...seen },
        }),
      ),
  });
  // What was answered last stays while the next is asked, and where that cannot be: nothing that was tapped goes with it.
  const [held, setHeld] = useState(asked.data);
  if (asked.data && asked.data !== held) setHeld(asked.data);
  return { ...asked, data: asked.data ?? held };
}

import { api, unwrap, type Schemas } from '../api/client';
import { useNursery } from './nursery';
import { useEntries } from './useEntries';

export type OnLadder = Schemas['LadderAnswer'];

export interface AiredSaid {
  groups: OnLadder[];
  days: string[];
  /** As it was; null: as the ladder asked of each day. */
  said: Schemas['AiredSaidInput'] | null;
}

/** Days that plants were out: one tap for one group or for all; undone whole. */
export function useAired(today: string) {
  const nursery = useNursery();
  return useEntries<AiredSaid>({
    batch: null,
    today,
    act: true,
    send: ({ groups, days, said }, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/round/aired', {
          params: { path: { nursery } },
          body: { id, days, said, groups: groups.map((g) => ({ batch: g.batchId, group: g.group })) },
        }),
      ),
    tell: ({ groups }) =>
      groups.length === 1 && groups[0]
        ? `Hardening: ${groups[0].cultivar} ${groups[0].code}`
        : `Hardening: ${groups.length} groups`,
  });
}

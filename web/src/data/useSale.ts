import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { counted } from '../ui/units';
import { useNursery } from './nursery';
import { useEntries } from './useEntries';

export type SaleLine = Schemas['SaleLineAnswer'];

export interface Handed {
  count: number;
  on: string;
  out: Schemas['OutInput'];
  sure?: string[];
}

/** What is raised for days, what may go besides, and what went. */
export function useSale() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'sale'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/sale', { params: { path: { nursery } } })),
  });
}

const done: Record<Schemas['Way'], string> = { sold: 'sold', given: 'given', discarded: 'discarded' };

/** Plants of a batch go over the table: the hardened ones first; undone whole. */
export function useHandOver(line: SaleLine, today: string) {
  const nursery = useNursery();
  return useEntries<Handed>({
    batch: line.batchId,
    today,
    act: true,
    send: ({ count, on, out, sure }, [id]) =>
      unwrap(
        api.POST('/api/nurseries/{nursery}/sale', {
          params: { path: { nursery } },
          body: { id, batch: line.batchId, count, on, out, ...(sure ? { sure } : {}) },
        }),
      ),
    tell: ({ count, out }) => `${counted(count, 'plant')} ${done[out.way]}: ${line.cultivar} ${line.code}`,
  });
}

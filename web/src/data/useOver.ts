import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useSay } from '../ui/Say';
import { counted } from '../ui/units';
import { useNursery, useRefresh } from './nursery';

/** Batches of which nothing is left to raise. */
export function useOver() {
  const nursery = useNursery();
  return useQuery({
    queryKey: [nursery, 'over'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/over', { params: { path: { nursery } } })),
  });
}

/** Closes them together; each can be reopened. */
export function useEndSeason() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  return useMutation({
    mutationFn: (batches: string[]) =>
      unwrap(api.POST('/api/nurseries/{nursery}/over', { params: { path: { nursery } }, body: { batches } })),
    onSuccess: (_, batches) => {
      say(`${counted(batches.length, 'batch', 'batches')} closed.`);
      return refresh();
    },
  });
}

import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { useSay } from '../ui/Say';

/** One's own addresses of the calendar; making one, and withdrawing it. */
export function useCalendar() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { complain } = useSay();
  const path = { nursery };
  const failed = { onError: (e: Error) => complain(e.message) };
  const addresses = useQuery({
    queryKey: [nursery, 'calendar'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/calendar', { params: { path } })),
  });
  const make = useMutation({
    mutationFn: () => unwrap(api.POST('/api/nurseries/{nursery}/calendar', { params: { path } })),
    onSuccess: () => refresh(),
    ...failed,
  });
  const withdraw = useMutation({
    mutationFn: (id: string) =>
      unwrap(api.DELETE('/api/nurseries/{nursery}/calendar/{id}', { params: { path: { ...path, id } } })),
    onSuccess: () => refresh(),
    ...failed,
  });
  return { addresses, make, withdraw };
}

import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from '../app/nursery';
import { useSay } from './Say';

/** The house rules, and changing them: all plans follow, and the change can be undone. */
export function useRules() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const { say } = useSay();
  const rules = useQuery({
    queryKey: [nursery, 'rules'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/rules', { params: { path: { nursery } } })),
  });
  const change = useMutation({
    mutationFn: (body: Schemas['RulesInput']) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/rules', { params: { path: { nursery } }, body })),
    onSuccess: (moved, sent) => {
      const before = rules.data?.rules;
      const plans = new Set(moved.map((m) => m.batchId)).size;
      say(plans > 0 ? `Kept. ${plans} plans moved.` : 'Kept. No plan moved.', () => {
        if (before) change.mutate({ version: sent.version + 1, rules: before });
      });
      return refresh();
    },
    onError: () => refresh(),
  });
  return { rules, change };
}

import { useMutation, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../api/client';
import { useNursery, useRefresh } from './nursery';
import { usePlansFollow } from './plans';

/** The house rules, and changing them: all plans follow, and the change can be undone. */
export function useRules() {
  const nursery = useNursery();
  const refresh = useRefresh();
  const follow = usePlansFollow();
  const rules = useQuery({
    queryKey: [nursery, 'rules'],
    queryFn: () => unwrap(api.GET('/api/nurseries/{nursery}/rules', { params: { path: { nursery } } })),
  });
  const change = useMutation({
    mutationFn: (body: Schemas['RulesInput']) =>
      unwrap(api.PUT('/api/nurseries/{nursery}/rules', { params: { path: { nursery } }, body })),
    onSuccess: (answer, sent) => {
      const before = rules.data?.rules;
      // What is undone is the change; whether the plans have followed it by then does not matter.
      void follow('Kept.', answer, () => {
        if (before) change.mutate({ version: sent.version + 1, rules: before });
      }).catch(() => undefined);
    },
    onError: () => refresh(),
  });
  return { rules, change };
}

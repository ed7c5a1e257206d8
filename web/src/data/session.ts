import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useParams } from 'react-router';
import { api, openSession, unwrap, type Schemas } from '../api/client';

export type Role = Schemas['Role'];

/** What each role is called, and what it may do. */
export const roles: Record<Role, { name: string; may: string }> = {
  helper: { name: 'Helper', may: 'A helper sees the Round and the batches, logs and counts' },
  grower: { name: 'Grower', may: 'A grower plans, logs, and changes places, rules and the site' },
  owner: { name: 'Owner', may: 'An owner does everything: also invites, removes and exports' },
};

export const useSession = () => useQuery({ queryKey: ['session'], queryFn: openSession, staleTime: Infinity });

// Kept while a session has ended and one signs in again: what was on the page stays there.
const lastRoles = new Map<string, Role>();

/** What one is in the nursery of this page. */
export function useRole(): Role {
  const { nursery = '' } = useParams();
  const session = useSession().data;
  const role = session?.nurseries.find((n) => n.id === nursery)?.role;
  useEffect(() => {
    if (role) lastRoles.set(nursery, role);
  }, [nursery, role]);
  return role ?? (session?.name === null ? lastRoles.get(nursery) : undefined) ?? 'helper';
}

/** The session as it is now, with the token that goes with it. */
export async function openAnew(client: QueryClient): Promise<void> {
  client.setQueryData(['session'], await openSession());
}

const rank: Record<Role, number> = { helper: 0, grower: 1, owner: 2 };

/** Whether one may do here what this role may. */
export const useMay = (role: Role): boolean => rank[useRole()] >= rank[role];

/** Whatever changes who one is: the session and its token are asked for anew, and what was seen before is forgotten. */
function useEnter<T>(enter: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (input: T) => {
      const result = await enter(input);
      leftOnPurpose = false;
      await openAnew(client);
      return result;
    },
    // What stands on the page stays there, with what was typed; it is only asked for again.
    onSuccess: () => client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' }),
  });
}

export const useSignIn = () => useEnter((body: Schemas['SignInInput']) => unwrap(api.POST('/api/sign-in', { body })));

export const useSignUp = () => useEnter((body: Schemas['SignUpInput']) => unwrap(api.POST('/api/sign-up', { body })));

export const useDemo = () => useEnter((role: Role) => unwrap(api.POST('/api/demo', { body: { role } })));

export const useJoin = () => useEnter((body: Schemas['JoinInput']) => unwrap(api.POST('/api/invitation/join', { body })));

export const usePassword = () => useEnter((body: Schemas['PasswordInput']) => unwrap(api.POST('/api/password', { body })));

/** Nothing of what was seen stays on the page. */
export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => unwrap(api.POST('/api/sign-out')),
    onSuccess: async () => {
      leftOnPurpose = true;
      lastRoles.clear();
      try {
        // First, so that the views are gone when what they show is forgotten: one that still waits for its answer would wait for good.
        await openAnew(client);
      } finally {
        client.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' });
      }
    },
  });
}

let leftOnPurpose = false;

/** Whether one signed out oneself: then nothing stays on the page, and the demo does not let one in by itself. */
export const hasLeft = () => leftOnPurpose;

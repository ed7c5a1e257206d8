import { MutationCache, QueryCache, QueryClient } from '@tanstack/react-query';
import { Problem } from '../api/client';

/** The session ended elsewhere (a new password, another browser): the page asks for it, and keeps what was typed. */
function onError(error: Error) {
  if (!(error instanceof Problem) || error.code !== 'signed-out') return;
  // Asked for anew, since the sign-in that follows needs a token of its own.
  void queries.invalidateQueries({ queryKey: ['session'] });
}

export const queries: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError }),
  mutationCache: new MutationCache({ onError }),
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // Only a lost connection is tried again: what the server refused it will refuse again, and one that is busy is not helped by three
      // requests in the place of one.
      retry: (count, error) => count < 2 && error instanceof Problem && error.status === 0,
    },
  },
});

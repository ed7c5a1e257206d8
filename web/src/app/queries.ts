import { QueryClient } from '@tanstack/react-query';
import { Problem } from '../api/client';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // What the server refused it will refuse again; only a lost connection or a restart is worth another try.
      retry: (count, error) => count < 2 && !(error instanceof Problem && error.status < 500),
    },
  },
});

import { QueryClient } from '@tanstack/react-query';

import { Problem } from '~/shared/http/problem';

/** What the server refused will be refused again; what it could not answer is worth another try. */
function worthRetrying(count: number, error: Error): boolean {
  const refused = error instanceof Problem && error.status > 0 && error.status < 500;
  return !refused && count < 3;
}

export const queryClient = new QueryClient({
  defaultOptions: {
    // Always: without a connection a request fails at once and says so, instead of waiting unseen.
    queries: { retry: worthRetrying, staleTime: 5_000, retryDelay: (n) => 400 * 2 ** n, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

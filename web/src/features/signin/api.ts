import { type QueryClient, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas, setCsrf } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { forgetKept, ON_PHONE } from '~/shared/http/onPhone';
import { setEnded } from '~/shared/http/session';

export const meOptions = queryOptions({
  queryKey: ['me'],
  queryFn: async () => {
    const me = await data(http.GET('/api/me'));
    setCsrf(me.csrf);
    return me;
  },
  staleTime: 60_000,
  meta: ON_PHONE,
});

/** What was kept for somebody else is not for whoever is there now. */
function only(client: QueryClient, me: Schemas['Me'], before: Schemas['Me'] | undefined): void {
  client.setQueryData(meOptions.queryKey, me);
  const another = before && before.sign_in_name !== me.sign_in_name;
  // What is on a page is asked for anew, and all else is forgotten.
  if (another) void client.resetQueries({ predicate: ({ queryKey }) => queryKey[0] !== meOptions.queryKey[0] });
}

/** Ask anew who is there; without a network it is whoever was there when the machine kept it. */
export async function whoIsThere(client: QueryClient): Promise<void> {
  const before = client.getQueryData(meOptions.queryKey);
  if (before) setCsrf(before.csrf);
  try {
    only(client, await client.fetchQuery({ ...meOptions, staleTime: 0 }), before);
  } catch (error) {
    if (!(error instanceof Problem) || error.status !== 401) return;
    // Whoever it was has gone: what was kept is for nobody, and the page asks who is there.
    await forgetKept();
    setEnded(false);
    void client.resetQueries();
  }
}

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas['SignInRequest']) => data(http.POST('/api/sign-in', { body })),
    onSuccess: (me) => {
      setCsrf(me.csrf);
      setEnded(false);
      only(client, me, client.getQueryData(meOptions.queryKey));
    },
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => data(http.POST('/api/sign-out')),
    onSettled: async () => {
      client.clear();
      await forgetKept();
      window.location.assign('/');
    },
  });
}

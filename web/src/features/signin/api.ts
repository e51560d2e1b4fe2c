import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas, setCsrf } from '~/shared/http/client';
import { setEnded } from '~/shared/http/session';

export const meOptions = queryOptions({
  queryKey: ['me'],
  queryFn: async () => {
    const me = await data(http.GET('/api/me'));
    setCsrf(me.csrf);
    return me;
  },
  staleTime: 60_000,
});

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas['SignInRequest']) => data(http.POST('/api/sign-in', { body })),
    onSuccess: (me) => {
      setCsrf(me.csrf);
      setEnded(false);
      client.setQueryData(meOptions.queryKey, me);
    },
  });
}

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => data(http.POST('/api/sign-out')),
    onSettled: () => {
      client.clear();
      window.location.assign('/');
    },
  });
}

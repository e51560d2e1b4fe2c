import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { meOptions } from '~/features/signin';
import { data, http, type Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';

export const signInsOptions = queryOptions({
  queryKey: ['me', 'sign-ins'],
  queryFn: () => data(http.GET('/api/me/sign-ins')),
});

/** How many spare codes were not used yet. */
export const spareCodesOptions = queryOptions({
  queryKey: ['me', 'spare-codes'],
  queryFn: () => data(http.GET('/api/me/two-factor/spare-codes')),
});

/** What happened to one's account, the latest first. */
export const noticesOptions = queryOptions({
  queryKey: ['me', 'notices'],
  queryFn: () => data(http.GET('/api/me/notices')),
});

/** Take what was told as read, up to a notice. */
export function useRead() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (last: number) => data(http.POST('/api/me/notices/read', { body: { last } })),
    onSettled: () => client.invalidateQueries({ queryKey: noticesOptions.queryKey }),
  });
}

/** An act on one's own account; the page then looks anew. */
export function useOwnAct<Body, Answer>(act: (body: Body) => Promise<Answer>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: act,
    onSuccess: () =>
      Promise.all([meOptions, spareCodesOptions].map(({ queryKey }) => client.invalidateQueries({ queryKey }))),
  });
}

/** The sentences that belong to fields. */
export function fieldsOf(error: Error | null): Record<string, string> {
  return error instanceof Problem ? error.fields : {};
}

export const acts = {
  names: (body: Schemas['NamesRequest']) => data(http.PUT('/api/me/names', { body })),
  password: (body: Schemas['PasswordChange']) => data(http.POST('/api/me/password', { body })),
  beginCodes: (password: string) => data(http.POST('/api/me/two-factor', { body: { password } })),
  confirmCodes: (code: string) => data(http.POST('/api/me/two-factor/confirm', { body: { code } })),
  makeSpareCodes: (password: string) => data(http.POST('/api/me/two-factor/spare-codes', { body: { password } })),
  endCodes: (password: string) => data(http.POST('/api/me/two-factor/off', { body: { password } })),
  endOne: (id: number) => data(http.DELETE('/api/me/sign-ins/{sign_in_id}', { params: { path: { sign_in_id: id } } })),
  endOthers: () => data(http.POST('/api/me/sign-ins/end-others')),
};

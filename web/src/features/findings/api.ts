import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http } from '~/shared/http/client';
import { lookAnew, OF_VERSION } from '~/shared/http/settled';

export function fixesOptions(series: number, version: number, number: number) {
  return queryOptions({
    queryKey: ['series', series, 'fixes', version, number],
    meta: OF_VERSION,
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/findings/{number}/fixes', {
          params: { path: { series_id: series, number } },
        }),
      ),
    staleTime: Infinity,
  });
}

/** What it would do to mend at once what a rule finds. */
export function mendOptions(series: number, version: number, rule: string) {
  return queryOptions({
    queryKey: ['series', series, 'mend', version, rule],
    meta: OF_VERSION,
    queryFn: () =>
      data(
        http.POST('/api/series/{series_id}/rules/{rule}/mend/trial', {
          params: { path: { series_id: series, rule } },
          body: { version },
        }),
      ),
    staleTime: Infinity,
    retry: false,
  });
}

export function useMend(series: number, version: number) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (rule: string) =>
      data(
        http.POST('/api/series/{series_id}/rules/{rule}/mend', {
          params: { path: { series_id: series, rule } },
          body: { version },
        }),
      ),
    onSettled: lookAnew(client, ['series', series]),
  });
}

/** Put a fix in; it names the version that the page shows. */
export function useFix(series: number, version: number) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ number, choice }: { number: number; choice: number }) =>
      data(
        http.POST('/api/series/{series_id}/findings/{number}/fix', {
          params: { path: { series_id: series, number } },
          body: { version, choice },
        }),
      ),
    onSettled: lookAnew(client, ['series', series]),
  });
}

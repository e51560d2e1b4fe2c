import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew } from '~/shared/http/settled';

export type WhatIf = Omit<Schemas['WhatIf'], 'rules'> & { rules?: Record<string, Record<string, unknown>> };

export function whatIfsOptions(series: number) {
  return queryOptions({
    queryKey: ['series', series, 'what-ifs'],
    queryFn: () => data(http.GET('/api/series/{series_id}/what-ifs', { params: { path: { series_id: series } } })),
    // While one is being planned its row changes without anybody's doing.
    refetchInterval: (query) =>
      query.state.data?.some((entry) => ['waiting', 'running'].includes(entry.state)) ? 800 : false,
  });
}

export function comparisonOptions(series: number, run: number) {
  return queryOptions({
    queryKey: ['series', series, 'compare', run],
    queryFn: () =>
      data(http.GET('/api/compare', { params: { query: { one: `series-${series}`, other: `run-${run}` } } })),
  });
}

export function useWhatIfWrites(series: number) {
  const client = useQueryClient();
  const onSettled = lookAnew(client, ['series', series, 'what-ifs']);
  const begin = useMutation({
    mutationFn: (changes: WhatIf[]) =>
      data(
        http.POST('/api/series/{series_id}/what-ifs', {
          params: { path: { series_id: series } },
          body: { seed: 1, changes },
        }),
      ),
    onSettled,
  });
  const forget = useMutation({
    mutationFn: (run: number) => data(http.DELETE('/api/runs/{run_id}', { params: { path: { run_id: run } } })),
    onSettled,
  });
  const adopt = useMutation({
    mutationFn: (run: number) => data(http.POST('/api/runs/{run_id}/adopt', { params: { path: { run_id: run } } })),
  });
  const putIn = useMutation({
    mutationFn: ({ run, version }: { run: number; version: number }) =>
      data(http.POST('/api/runs/{run_id}/take-over', { params: { path: { run_id: run } }, body: { version } })),
    onSettled: lookAnew(client, ['series', series]),
  });
  return { begin, forget, adopt, putIn };
}

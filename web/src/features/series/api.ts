import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';

export type Series = Schemas['SeriesSummary'];

/** Whether a series is being planned, or waits for it. */
export function isOpen(series: Series): boolean {
  return ['waiting', 'running'].includes(series.run?.state ?? '');
}

export const listOptions = queryOptions({
  queryKey: ['series'],
  queryFn: () => data(http.GET('/api/series')),
  // While one is being planned its line changes without anybody's doing.
  refetchInterval: (query) => (query.state.data?.some(isOpen) ? 1000 : false),
});

export const binOptions = queryOptions({
  queryKey: ['series', 'bin'],
  queryFn: () => data(http.GET('/api/series/bin')),
});

/** Put a series into the bin, or bring it back. */
export function useBin() {
  const client = useQueryClient();
  const onSettled = async () => {
    await client.invalidateQueries({ queryKey: ['series'], exact: true });
    await client.invalidateQueries({ queryKey: binOptions.queryKey });
  };
  const params = (id: number) => ({ params: { path: { series_id: id } } });
  const remove = useMutation({
    mutationFn: (id: number) => data(http.DELETE('/api/series/{series_id}', params(id))),
    onSettled,
  });
  const restore = useMutation({
    mutationFn: (id: number) => data(http.POST('/api/series/{series_id}/restore', params(id))),
    onSettled,
  });
  return { remove, restore };
}

export function usePlanSeveral() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (series: number[]) => data(http.POST('/api/batches', { body: { series, seed: 1 } })),
    onSettled: () => client.invalidateQueries({ queryKey: ['series'], exact: true }),
  });
}

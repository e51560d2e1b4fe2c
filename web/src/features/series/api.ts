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

export function usePlanSeveral() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (series: number[]) => data(http.POST('/api/batches', { body: { series, seed: 1 } })),
    onSettled: () => client.invalidateQueries({ queryKey: ['series'], exact: true }),
  });
}

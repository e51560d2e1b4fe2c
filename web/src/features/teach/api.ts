import { queryOptions } from '@tanstack/react-query';

import { data, http } from '~/shared/http/client';

export function measuresOptions(series: number, slot: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'measures'],
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/measures', { params: { path: { series_id: series, slot } } }),
      ),
    staleTime: Infinity,
  });
}

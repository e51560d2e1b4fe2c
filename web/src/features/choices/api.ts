import { queryOptions } from '@tanstack/react-query';

import { data, http } from '~/shared/http/client';

export function choicesOptions(series: number, slot: number, version: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'choices', version],
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/choices', { params: { path: { series_id: series, slot } } }),
      ),
    staleTime: Infinity,
  });
}

import { queryOptions } from '@tanstack/react-query';

import { data, http } from '~/shared/http/client';
import { IN_REACH, ON_PHONE } from '~/shared/http/onPhone';

/** A class as it is taught. It is not asked for again while it is on the floor. */
export function floorOptions(series: number, slot: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'floor'],
    queryFn: () =>
      data(http.GET('/api/series/{series_id}/classes/{slot}/floor', { params: { path: { series_id: series, slot } } })),
    staleTime: Infinity,
    // It may have been kept days ago.
    refetchOnMount: 'always',
    gcTime: IN_REACH,
    meta: ON_PHONE,
  });
}

/** What goes, step by step, when the class runs late; so many blocks stay as they are. */
export function shorterOptions(series: number, slot: number, done: number, order: string[]) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'shorter', done, order],
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/floor/shorter', {
          params: { path: { series_id: series, slot }, query: { done, order } },
        }),
      ),
    staleTime: 3_600_000,
    gcTime: IN_REACH,
    meta: ON_PHONE,
  });
}

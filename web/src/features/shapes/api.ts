import { queryOptions } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';

export type Shape = Schemas['ShapeModel'];

/** The shapes of classes, tried against classes of some minutes and level. */
export const shapesOptions = (minutes: number, level: number) =>
  queryOptions({
    queryKey: ['shapes', minutes, level],
    queryFn: () => data(http.GET('/api/shapes', { params: { query: { minutes, level } } })),
    staleTime: Infinity,
    placeholderData: (before: Shape[] | undefined) => before,
  });

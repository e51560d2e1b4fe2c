import { keepPreviousData, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import type { ShapeDocument } from './document';
import { data, http, type Schemas } from '~/shared/http/client';

export type Shape = Schemas['ShapeModel'];
type Json = Schemas['NewShape']['document'];

/** The shapes of classes, tried against classes of some minutes and level. */
export const shapesOptions = (minutes: number, level: number) =>
  queryOptions({
    queryKey: ['shapes', minutes, level],
    queryFn: () => data(http.GET('/api/shapes', { params: { query: { minutes, level } } })),
    placeholderData: (before: Shape[] | undefined) => before,
  });

/** A shape as its document, with its version where it is one's own. */
export const shapeOptions = (id: string) =>
  queryOptions({
    queryKey: ['shape', id],
    queryFn: () => data(http.GET('/api/shapes/{shape_id}', { params: { path: { shape_id: id } } })),
    enabled: id !== '',
  });

/** A class made into a shape, to be looked over. */
export const shapeOfClassOptions = (series: number, slot: number) =>
  queryOptions({
    queryKey: ['series', series, 'class', slot, 'shape'],
    queryFn: () =>
      data(http.GET('/api/series/{series_id}/classes/{slot}/shape', { params: { path: { series_id: series, slot } } })),
    enabled: series > 0,
  });

/** How a shape that is not kept yet would fit a class. */
export const trialOptions = (document: ShapeDocument, minutes: number, level: number) =>
  queryOptions({
    queryKey: ['shape-trial', document, minutes, level],
    queryFn: () =>
      data(http.POST('/api/shapes/trial', { body: { document: document as unknown as Json, minutes, level } })),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Keep a shape of one's own: a new one, or the one with an id in place of an earlier version; or forget it. */
export function useShapeWrites(id: string, version: number, onDone: () => void) {
  const client = useQueryClient();
  const path = { shape_id: id };
  const done = {
    onSuccess: async () => {
      client.removeQueries({ queryKey: ['shape', id] });
      await client.invalidateQueries({ queryKey: ['shapes'] });
      onDone();
    },
  };
  const keep = useMutation({
    mutationFn: async (shape: ShapeDocument) => {
      const document = shape as unknown as Json;
      if (!id) return void (await data(http.POST('/api/shapes', { body: { document } })));
      await data(http.PUT('/api/shapes/{shape_id}', { params: { path }, body: { document, version } }));
    },
    ...done,
  });
  const forget = useMutation({
    mutationFn: async () => {
      await data(http.DELETE('/api/shapes/{shape_id}', { params: { path, query: { version } } }));
    },
    ...done,
  });
  return { keep, forget };
}

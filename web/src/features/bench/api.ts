import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew, OF_VERSION } from '~/shared/http/settled';
import { documentOf } from '~/shared/http/jsonText';

export function classOptions(series: number, slot: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot],
    queryFn: () =>
      data(http.GET('/api/series/{series_id}/classes/{slot}', { params: { path: { series_id: series, slot } } })),
  });
}

export function alternativesOptions(series: number, slot: number, version: number, block: number, place: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'alternatives', version, block, place],
    meta: OF_VERSION,
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/alternatives', {
          params: { path: { series_id: series, slot }, query: { block, place } },
        }),
      ),
    staleTime: Infinity,
  });
}

export function shortenedOptions(series: number, slot: number, version: number, minutes: number, order: string[]) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'shortened', version, minutes, order],
    meta: OF_VERSION,
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/shortened', {
          params: { path: { series_id: series, slot }, query: { minutes, order } },
        }),
      ),
    enabled: minutes >= 1 && minutes <= 60,
    staleTime: Infinity,
  });
}

export function whyClassOptions(series: number, slot: number, version: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'why', version],
    meta: OF_VERSION,
    queryFn: () =>
      data(http.GET('/api/series/{series_id}/classes/{slot}/why', { params: { path: { series_id: series, slot } } })),
    staleTime: Infinity,
  });
}

export function whyMovementOptions(series: number, slot: number, version: number, block: number, place: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'why-movement', version, block, place],
    meta: OF_VERSION,
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/why-movement', {
          params: { path: { series_id: series, slot }, query: { block, place } },
        }),
      ),
    staleTime: Infinity,
  });
}

export function whyNotOptions(series: number, slot: number, version: number, movement: string) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'why-not', version, movement],
    meta: OF_VERSION,
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/why-not', {
          params: { path: { series_id: series, slot }, query: { movement } },
        }),
      ),
    staleTime: Infinity,
  });
}

type Document = Record<string, unknown>;

/** How a class would run that is being written, and what it would do. */
export function draftOptions(series: number, slot: number, version: number, document: Document) {
  const path = { series_id: series, slot };
  return {
    queryKey: ['series', series, 'class', slot, 'draft', version, document],
    meta: OF_VERSION,
    staleTime: Infinity,
    fetch: (signal: AbortSignal) =>
      data(
        http.POST('/api/series/{series_id}/classes/{slot}/draft', {
          params: { path },
          body: { version, document },
          signal,
        }),
      ),
  };
}

/** What could stand at a place of a class that is being written. */
export function draftAlternativesOptions(
  series: number,
  slot: number,
  version: number,
  document: Document,
  at: { block: number; place: number },
) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'draft-alternatives', version, document, at],
    meta: OF_VERSION,
    queryFn: ({ signal }) =>
      data(
        http.POST('/api/series/{series_id}/classes/{slot}/draft/alternatives', {
          params: { path: { series_id: series, slot } },
          body: { version, document, ...at },
          signal,
        }),
      ),
    staleTime: Infinity,
  });
}

/** The writes of one class; each names the version that the page shows. */
export function useClassWrites(series: number, slot: number, version: number) {
  const client = useQueryClient();
  const onSettled = lookAnew(client, ['series', series]);
  const params = { path: { series_id: series, slot } };
  const swap = useMutation({
    mutationFn: (to: { block: number; place: number; movement: string }) =>
      data(http.POST('/api/series/{series_id}/classes/{slot}/swap', { params, body: { version, ...to } })),
    onSettled,
  });
  const lock = useMutation({
    mutationFn: (locked: boolean) =>
      data(http.POST('/api/series/{series_id}/classes/{slot}/lock', { params, body: { version, locked } })),
    onSettled,
  });
  const refill = useMutation({
    mutationFn: (blocks: number[] | null) =>
      data(http.POST('/api/series/{series_id}/classes/{slot}/refill', { params, body: { version, blocks } })),
    onSettled,
  });
  const lockBlock = useMutation({
    mutationFn: (body: { block: number; locked: boolean }) =>
      data(http.POST('/api/series/{series_id}/classes/{slot}/lock-block', { params, body: { version, ...body } })),
    onSettled,
  });
  const shorten = useMutation({
    mutationFn: (cut: { minutes: number; order: string[] }) =>
      data(http.POST('/api/series/{series_id}/classes/{slot}/shorten', { params, body: { version, ...cut } })),
    onSettled,
  });
  return { swap, lock, lockBlock, refill, shorten };
}

export const templatesOptions = queryOptions({
  queryKey: ['templates'],
  queryFn: () => data(http.GET('/api/templates')),
});

export function documentOptions(series: number, slot: number) {
  return queryOptions({
    queryKey: ['series', series, 'class', slot, 'document'],
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/document', { params: { path: { series_id: series, slot } } }),
      ),
    staleTime: Infinity,
  });
}

/** Keep a class as a template, use one, or bring a class from the text of a file. */
export function useTemplateWrites(
  series: number,
  slot: number,
  version: number,
  origin: Schemas['ClassDocument']['origin'] = 'file',
) {
  const client = useQueryClient();
  const onSettled = lookAnew(client, ['series', series], ['templates']);
  const params = { path: { series_id: series, slot } };
  const keep = useMutation({
    mutationFn: (name: string) =>
      data(http.POST('/api/series/{series_id}/classes/{slot}/template', { params, body: { version, name } })),
    onSettled,
  });
  const use = useMutation({
    mutationFn: (template: number) =>
      data(http.POST('/api/series/{series_id}/classes/{slot}/use', { params, body: { version, template } })),
    onSettled,
  });
  const put = useMutation({
    mutationFn: (document: Record<string, unknown>) =>
      data(
        http.PUT('/api/series/{series_id}/classes/{slot}/document', { params, body: { version, document, origin } }),
      ),
    onSettled,
  });
  const bring = useMutation({
    mutationFn: (text: string) =>
      put.mutateAsync(documentOf(text, 'a class document', 'Choose a JSON file such as Export gives.')),
  });
  return { keep, use, put, bring };
}

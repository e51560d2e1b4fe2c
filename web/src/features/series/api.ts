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

/** Tags of a series and the archive; and the same series begun again. */
export function useShelf() {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: ['series'], exact: true });
  const shelve = useMutation({
    mutationFn: ({ id, ...body }: { id: number } & Schemas['Shelf']) =>
      data(http.PUT('/api/series/{series_id}/shelf', { params: { path: { series_id: id } }, body })),
    onSettled,
  });
  const again = useMutation({
    mutationFn: ({ id, ...body }: { id: number } & Schemas['NewSeason']) =>
      data(http.POST('/api/series/{series_id}/seasons', { params: { path: { series_id: id } }, body })),
    onSettled,
  });
  return { shelve, again };
}

/** A whole series from a file: looked at first, then made. */
export function useDocument() {
  const client = useQueryClient();
  const look = useMutation({
    mutationFn: (document: Record<string, unknown>) =>
      data(http.POST('/api/series/documents/trial', { body: { document } })),
  });
  const make = useMutation({
    mutationFn: (document: Record<string, unknown>) => data(http.POST('/api/series/documents', { body: { document } })),
    onSettled: () => client.invalidateQueries({ queryKey: ['series'], exact: true }),
  });
  return { look, make };
}

/** How a list of series is narrowed down: by words, a tag and a site, with the archive or without. */
export interface Narrow {
  words: string;
  tag: string;
  site: string;
  archive: boolean;
}

/** The series that are asked for. */
export function narrowed(list: readonly Series[], { words, tag, site, archive }: Narrow): Series[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return list.filter((series) => {
    const text = [series.name, series.room, series.site, ...series.tags].join(' ').toLowerCase();
    const found = wanted.every((word) => text.includes(word));
    const there = (!tag || series.tags.includes(tag)) && (!site || series.site === site);
    return found && there && series.archived === archive;
  });
}

export function usePlanSeveral() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (series: number[]) => data(http.POST('/api/batches', { body: { series, seed: 1 } })),
    onSettled: () => client.invalidateQueries({ queryKey: ['series'], exact: true }),
  });
}

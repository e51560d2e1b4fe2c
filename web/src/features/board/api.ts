import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';

export function boardOptions(id: number) {
  return queryOptions({
    queryKey: ['series', id, 'board'],
    queryFn: () => data(http.GET('/api/series/{series_id}', { params: { path: { series_id: id } } })),
  });
}

/** Undo, redo and plan; each names the version that the page shows. */
export function useHistory(id: number, version: number) {
  const client = useQueryClient();
  const refresh = () => client.invalidateQueries({ queryKey: ['series', id] });
  const params = { params: { path: { series_id: id } }, body: { version } };
  const undo = useMutation({
    mutationFn: () => data(http.POST('/api/series/{series_id}/undo', params)),
    onSettled: refresh,
  });
  const redo = useMutation({
    mutationFn: () => data(http.POST('/api/series/{series_id}/redo', params)),
    onSettled: refresh,
  });
  return { undo, redo };
}

export function useStartRun(id: number, onStarted: (run: number) => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ version, ...asked }: { version: number; part?: Schemas['PartModel']; repair?: boolean }) =>
      data(
        http.POST('/api/series/{series_id}/runs', {
          params: { path: { series_id: id } },
          body: { version, seed: version, ...asked },
        }),
      ),
    onSuccess: (run) => onStarted(run.id),
    onError: () => client.invalidateQueries({ queryKey: ['series', id] }),
  });
}

import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew } from '~/shared/http/settled';

export function boardOptions(id: number) {
  return queryOptions({
    queryKey: ['series', id, 'board'],
    queryFn: () => data(http.GET('/api/series/{series_id}', { params: { path: { series_id: id } } })),
  });
}

export function returningOptions(id: number, version: number) {
  return queryOptions({
    queryKey: ['series', id, 'returning', version],
    queryFn: () => data(http.GET('/api/series/{series_id}/returning', { params: { path: { series_id: id } } })),
  });
}

/** Undo, redo and plan; each names the version that the page shows. */
export function useHistory(id: number, version: number) {
  const client = useQueryClient();
  const refresh = lookAnew(client, ['series', id]);
  const asked = (sure: boolean) => ({ params: { path: { series_id: id } }, body: { version, sure } });
  const undo = useMutation({
    mutationFn: (sure: boolean) => data(http.POST('/api/series/{series_id}/undo', asked(sure))),
    onSettled: refresh,
  });
  const redo = useMutation({
    mutationFn: (sure: boolean) => data(http.POST('/api/series/{series_id}/redo', asked(sure))),
    onSettled: refresh,
  });
  return { undo, redo };
}

/** What can be done with a plan that was kept beside its series. */
export function useKeptPlan(id: number, run: number, version: number) {
  const client = useQueryClient();
  const onSettled = lookAnew(client, ['series', id]);
  const params = { path: { run_id: run } };
  const putIn = useMutation({
    mutationFn: () => data(http.POST('/api/runs/{run_id}/put-in', { params, body: { version } })),
    onSettled,
  });
  const forget = useMutation({ mutationFn: () => data(http.DELETE('/api/runs/{run_id}', { params })), onSettled });
  return { putIn, forget };
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

import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew, OF_VERSION } from '~/shared/http/settled';

export type NewSeries = Schemas['NewSeries'];
type SetUp = Schemas['SetUp'];

export function setupOptions(id: number) {
  return queryOptions({
    queryKey: ['series', id, 'setup'],
    queryFn: () => data(http.GET('/api/series/{series_id}/setup', { params: { path: { series_id: id } } })),
    enabled: id > 0,
  });
}

/** Save the set-up (new, or in place of the one that could not be planned) and begin to plan it. */
export function useSaveAndPlan(id: number, version: number, onStarted: (series: number, run: number) => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (body: NewSeries) => {
      const series =
        id > 0 ? await change(id, { ...body, version }) : (await data(http.POST('/api/series', { body }))).id;
      const path = { series_id: series };
      const board = await data(http.GET('/api/series/{series_id}', { params: { path } }));
      const run = await data(
        http.POST('/api/series/{series_id}/runs', { params: { path }, body: { version: board.version, seed: 1 } }),
      );
      return { series, run: run.id };
    },
    onSuccess: ({ series, run }) => onStarted(series, run),
    // After another's change the next try is made against what is there then: it was told.
    onError: () => client.invalidateQueries({ queryKey: ['series', id] }),
  });
}

/** What another set-up does to the classes of a series; nothing is changed. */
export function trialOptions(id: number, version: number, body: NewSeries) {
  return queryOptions({
    queryKey: ['series', id, 'setup-trial', version, body],
    queryFn: ({ signal }) =>
      data(
        http.POST('/api/series/{series_id}/setup/trial', {
          params: { path: { series_id: id } },
          body: { ...body, version },
          signal,
        }),
      ),
    staleTime: Infinity,
    retry: false,
    meta: OF_VERSION,
  });
}

/** What comes after a set-up was saved: nothing, the least change that mends, or another plan. */
export type Then = 'keep' | 'repair' | 'anew';

/** Save the set-up of a series that has classes; ``onSaved`` gets the run that was begun, or null. */
export function useSavePlanned(id: number, version: number, onSaved: (run: number | null) => unknown) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ body, then }: { body: NewSeries; then: Then }) => {
      await change(id, { ...body, version });
      if (then === 'keep') return null;
      const path = { series_id: id };
      const board = await data(http.GET('/api/series/{series_id}', { params: { path } }));
      const asked = { version: board.version, seed: 1, repair: then === 'repair' };
      return (await data(http.POST('/api/series/{series_id}/runs', { params: { path }, body: asked }))).id;
    },
    onSuccess: onSaved,
    onSettled: lookAnew(client, ['series', id]),
  });
}

/** Plan a series with another set-up beside it, as a what-if of one's own. */
export function usePlanBeside(id: number, onBegun: () => unknown) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ label, setup }: { label: string; setup: NewSeries }) => {
      // What came from a stored set-up has its version with it, which a what-if has not.
      const own = { ...setup } as NewSeries & { version?: number };
      delete own.version;
      return data(
        http.POST('/api/series/{series_id}/what-ifs', {
          params: { path: { series_id: id } },
          body: { seed: 1, changes: [{ label, setup: own }] },
        }),
      );
    },
    onSuccess: onBegun,
    onSettled: lookAnew(client, ['series', id, 'what-ifs']),
  });
}

async function change(id: number, body: SetUp): Promise<number> {
  await data(http.PUT('/api/series/{series_id}/setup', { params: { path: { series_id: id } }, body }));
  return id;
}

/** Change closed days and kit of a planned series, and begin to repair it. */
export function useReshape(id: number, onStarted: (run: number) => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (body: { version: number; closed: string[]; kit: Record<string, number> }) => {
      const path = { series_id: id };
      await data(http.PUT('/api/series/{series_id}/days-and-kit', { params: { path }, body }));
      const board = await data(http.GET('/api/series/{series_id}', { params: { path } }));
      return data(
        http.POST('/api/series/{series_id}/runs', {
          params: { path },
          body: { version: board.version, seed: 1, repair: true },
        }),
      );
    },
    onSuccess: (run) => onStarted(run.id),
    onSettled: lookAnew(client, ['series', id]),
  });
}

import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew, OF_VERSION } from '~/shared/http/settled';

export type Move = Schemas['MoveRequest']['move'];
export type MoveKind = 'exchange' | 'copy';

/** A class that is on its way: from which day, over which day it is held, and what would be done. */
export interface Moving {
  day: number;
  over: number | null;
  kind: MoveKind;
}

/** The move that would be made now; null while no other day was chosen. */
export function moveOf(moving: Moving): Move | null {
  if (moving.over === null || moving.over === moving.day) return null;
  return { kind: moving.kind, day: moving.day, other: moving.over };
}

export function trialOptions(id: number, version: number, move: Move) {
  return queryOptions({
    queryKey: ['series', id, 'trial', version, move],
    queryFn: ({ signal }) =>
      data(
        http.POST('/api/series/{series_id}/moves/trial', {
          params: { path: { series_id: id } },
          body: { version, move },
          signal,
        }),
      ),
    staleTime: Infinity,
    retry: false,
    meta: OF_VERSION,
  });
}

/** Make a move against the version that the page shows. */
export function useMove(id: number, version: number) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (move: Move) =>
      data(
        http.POST('/api/series/{series_id}/moves', { params: { path: { series_id: id } }, body: { version, move } }),
      ),
    onSettled: lookAnew(client, ['series', id]),
  });
}

/** Lock or unlock some classes, one after the other. */
export function useLocks(id: number, version: number) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ slots, locked }: { slots: number[]; locked: boolean }) => {
      let now = version;
      for (const slot of slots) {
        const path = { series_id: id, slot };
        await data(
          http.POST('/api/series/{series_id}/classes/{slot}/lock', {
            params: { path },
            body: { version: now, locked },
          }),
        );
        now += 1;
      }
    },
    onSettled: lookAnew(client, ['series', id]),
  });
}

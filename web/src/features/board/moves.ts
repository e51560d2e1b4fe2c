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

export type Spot = Schemas['SpotModel'];

/** A movement that is on its way: where it stands, and on which other it is held. */
export interface Carrying {
  from: Spot;
  over: Spot | null;
}

/** The id of the movement at a place. */
export function movementAt(board: Schemas['Board'], spot: Spot): string | undefined {
  const own = board.classes.find((entry) => 7 * entry.week + entry.weekday === spot.day);
  const there = own?.parts.flatMap((part) => part.movements);
  return there?.find((one) => one.block === spot.block && one.place === spot.place)?.id;
}

/** A place in a week as one word, and back. */
export const spotWord = (spot: Spot) => `${spot.day}.${spot.block}.${spot.place}`;

export function spotOf(word: string): Spot {
  const [day = 0, block = 0, place = 0] = word.split('.').map(Number);
  return { day, block, place };
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

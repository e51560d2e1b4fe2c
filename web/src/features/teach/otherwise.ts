import type { Cue, Run } from './run';
import type { Schemas } from '~/shared/http/client';

type Otherwise = Schemas['OtherwiseModel'];

/** Whether something was noted of this bout. */
export const sameBout = (one: Otherwise, cue: Cue): boolean =>
  one.block === cue.block && one.place === cue.place && one.round === cue.round && one.side === cue.side;

type How = Partial<Pick<Otherwise, 'instead' | 'more' | 'reps' | 'load'>>;
const AS_PLANNED = { instead: '', more: 0, reps: 0, load: 0 };

/** Whether nothing was done of a bout. */
export const leftOut = (one: Otherwise): boolean => !(one.instead || one.more || one.reps || one.load);

/** Note how bouts were otherwise, besides what was said of them before; null: they were left out. */
export function noted(run: Run, cues: Cue[], how: How | null): Otherwise[] {
  const told = cues.map((cue) => {
    const before = run.otherwise.find((one) => sameBout(one, cue));
    return {
      block: cue.block,
      place: cue.place ?? 0,
      round: cue.round ?? 0,
      side: cue.side ?? ('both' as const),
      movement: before?.movement ?? cue.movement ?? '',
      ...AS_PLANNED,
      ...(how && before && { instead: before.instead, more: before.more, reps: before.reps, load: before.load }),
      ...how,
    };
  });
  return [...run.otherwise.filter((one) => !cues.some((cue) => sameBout(one, cue))), ...told];
}

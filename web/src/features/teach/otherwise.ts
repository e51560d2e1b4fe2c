import type { Cue, Run } from './run';
import type { Schemas } from '~/shared/http/client';

type Otherwise = Schemas['OtherwiseModel'];

/** Whether something was noted of this bout. */
export const sameBout = (one: Otherwise, cue: Cue): boolean =>
  one.block === cue.block && one.place === cue.place && one.round === cue.round && one.side === cue.side;

type How = Partial<Pick<Otherwise, 'instead' | 'more' | 'reps' | 'load' | 'extra'>>;
const AS_PLANNED = { instead: '', more: 0, reps: 0, load: 0, extra: 0 };

/** Whether nothing was done of a bout. */
export const leftOut = (one: Otherwise): boolean => !(one.instead || one.more || one.reps || one.load || one.extra);

const differs = ({ instead, more, reps, load, extra }: Otherwise): How => ({ instead, more, reps, load, extra });

/** Note how bouts were otherwise, besides what was said of them before; null: they were left out. */
export function noted(run: Run, all: Cue[], how: How | null): Otherwise[] {
  const before = (cue: Cue) => run.otherwise.find((one) => sameBout(one, cue));
  // One that was added and is left out after all was never planned, and is not told.
  const cues = how ? all : all.filter((cue) => !before(cue)?.extra);
  const told = cues.map((cue) => {
    const known = before(cue);
    return {
      block: cue.block,
      place: cue.place ?? 0,
      round: cue.round ?? 0,
      side: cue.side ?? ('both' as const),
      movement: known?.movement ?? cue.movement ?? '',
      ...AS_PLANNED,
      ...(how && known && { ...AS_PLANNED, ...differs(known) }),
      ...how,
    };
  });
  return [...run.otherwise.filter((one) => !all.some((cue) => sameBout(one, cue))), ...told];
}

/** The share of a bout that has to be behind when a class is ended by hand, to count as done. */
const DONE_SHARE = 0.5;

/** The bouts that an end by hand cut off: all that were still to come, and the running one if it hardly began. */
export function cutOff(run: Run): Cue[] {
  const { ended, cues, index } = run;
  const running = cues[index];
  if (ended === null || !running) return [];
  const gone = ((run.paused ?? ended) - run.cueBegan) / 1000;
  const half = gone >= DONE_SHARE * (running.end - running.start);
  const counted = run.otherwise.some((one) => sameBout(one, running) && one.reps > 0);
  return cues.slice(half || counted ? index + 1 : index).filter((cue) => cue.kind === 'work');
}

/** What there is to record of a class: after an end by hand, what was still to come was left out. */
export function asDone(run: Run): Run {
  return { ...run, otherwise: noted(run, cutOff(run), null) };
}

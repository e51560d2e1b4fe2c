import type { Schemas } from '~/shared/http/client';

type Cue = Schemas['CueModel'];
type Measure = Schemas['MeasureModel'] | null;

/** Where the class stands: which cue, since when (milliseconds), since when the class, and marks. */
export interface Run {
  index: number;
  began: number;
  cueBegan: number;
  marks: Schemas['MarkModel'][];
}

export function begin(now: number): Run {
  return { index: 0, began: now, cueBegan: now, marks: [] };
}

/** Whether a cue waits until the group is ready; all others end by their seconds. */
export function waits(measure: Measure | undefined): boolean {
  return measure != null;
}

/** Go on to the next cue, keeping how long a measured one took. */
export function next(run: Run, measures: Measure[], now: number, at = now): Run {
  const measure = measures[run.index];
  const took = Math.round((at - run.cueBegan) / 100) / 10;
  const marks =
    measure && took > 0
      ? [...run.marks, { kind: measure.kind, took, planned: measure.planned, movement: measure.movement }]
      : run.marks;
  return { ...run, index: run.index + 1, cueBegan: at, marks };
}

/** Go back to the cue before; what was measured of it is taken back. */
export function back(run: Run, measures: Measure[], now: number): Run {
  if (run.index === 0) return run;
  const measured = waits(measures[run.index - 1]);
  return { ...run, index: run.index - 1, cueBegan: now, marks: measured ? run.marks.slice(0, -1) : run.marks };
}

/** Let time pass: cues that end by their seconds end, one after the other. */
export function tick(run: Run, cues: Cue[], measures: Measure[], now: number): Run {
  let out = run;
  for (;;) {
    const cue = cues[out.index];
    if (!cue || waits(measures[out.index])) return out;
    const end = out.cueBegan + 1000 * (cue.end - cue.start);
    if (now < end) return out;
    out = next(out, measures, now, end);
  }
}

/** Seconds left of the cue; below 0 where it takes longer than expected. */
export function left(run: Run, cue: Cue, now: number): number {
  return cue.end - cue.start - (now - run.cueBegan) / 1000;
}

import { leftOut, noted, sameBout } from './otherwise';
import type { Schemas } from '~/shared/http/client';

export type Cue = Schemas['FloorCue'];
type Otherwise = Schemas['OtherwiseModel'];

/**
 * A class as it is taught: its cues, where it stands, and what was done otherwise than planned. Moments
 * are milliseconds; ``planned`` is how many seconds the whole class was to take.
 */
export interface Run {
  cues: Cue[];
  planned: number;
  index: number;
  began: number;
  cueBegan: number;
  /** Since when it stands still; null: it goes on. */
  paused: number | null;
  /** When it was ended by hand; null: it was not. */
  ended: number | null;
  marks: Schemas['MarkModel'][];
  otherwise: Otherwise[];
  complaints: Schemas['ComplaintModel'][];
}

export const seconds = (cue: Cue): number => cue.end - cue.start;
const total = (cues: Cue[]): number => cues.reduce((sum, cue) => sum + seconds(cue), 0);

export function begin(cues: Cue[], now: number): Run {
  const still = { paused: null, ended: null, marks: [], otherwise: [], complaints: [] };
  return { cues, planned: total(cues), index: 0, began: now, cueBegan: now, ...still };
}

/** Whether a class is over: its cues are, or somebody ended it. */
export function isOver(run: Run): boolean {
  return run.ended !== null || run.index >= run.cues.length;
}

/** Whether a cue waits until the group is ready; all others end by their seconds. */
export function waits(cue: Cue | undefined): boolean {
  return cue?.measure != null;
}

/** Go on to the next cue, keeping how long a measured one took. */
export function next(run: Run, now: number, at = now): Run {
  const cue = run.cues[run.index];
  if (!cue || run.paused !== null) return run;
  const took = Math.round((at - run.cueBegan) / 100) / 10;
  const told = cue.measure;
  const marks = told && took > 0 ? [...run.marks, { ...told, took }] : run.marks;
  return { ...run, index: run.index + 1, cueBegan: at, marks };
}

/** Go back to the cue before; what was measured of it is taken back. */
export function back(run: Run, now: number): Run {
  if (run.index === 0 || run.paused !== null) return run;
  const measured = waits(run.cues[run.index - 1]);
  return { ...run, index: run.index - 1, cueBegan: now, marks: measured ? run.marks.slice(0, -1) : run.marks };
}

/** Let time pass: cues that end by their seconds end, one after the other. */
export function tick(run: Run, now: number): Run {
  let out = run;
  for (;;) {
    const cue = out.cues[out.index];
    if (!cue || waits(cue) || out.paused !== null || out.ended !== null) return out;
    const end = out.cueBegan + 1000 * seconds(cue);
    if (now < end) return out;
    out = next(out, now, end);
  }
}

/** Stand still, or go on: the cue lasts as much longer, and the class is as much later. */
export function pause(run: Run, now: number): Run {
  if (run.paused === null) return { ...run, paused: now };
  return { ...run, paused: null, cueBegan: run.cueBegan + now - run.paused };
}

/** End the class; or go back into one that was ended by mistake, as if it had stood still. */
export function end(run: Run, now: number): Run {
  return { ...run, ended: now, paused: run.paused ?? now };
}

export function reopen(run: Run, now: number): Run {
  const open = { ...run, ended: null };
  return open.paused === null ? open : pause(open, now);
}

/** Seconds left of the cue; below 0 where it takes longer than expected. */
export function left(run: Run, now: number): number {
  const cue = run.cues[run.index];
  return cue ? seconds(cue) - ((run.paused ?? now) - run.cueBegan) / 1000 : 0;
}

/** Seconds that the class will end too late (below 0: too early), if all goes on as planned from here. */
export function late(run: Run, now: number): number {
  const over = Math.max(0, -left(run, now));
  const gone = (run.cueBegan - run.began + (run.paused === null ? 0 : now - run.paused)) / 1000;
  return gone + over + total(run.cues.slice(run.index)) - run.planned;
}

/** Seconds since the class began, by the clock on the wall. */
export function gone(run: Run, now: number): number {
  return Math.max(0, now - run.began) / 1000;
}

/** How much of the class is behind, 0 to 1, by its seconds as they stand now. */
export function share(run: Run): number {
  return total(run.cues.slice(0, run.index)) / Math.max(1, total(run.cues));
}

/** How long the class took, in seconds. */
export function took(run: Run): number {
  return ((run.ended ?? run.cueBegan) - run.began) / 1000;
}

/** Where each stretch of a class begins: the changes and rests before a bout, with the bout. */
function stretches(cues: Cue[]): Cue[][] {
  const out: Cue[][] = [];
  let open: Cue[] = [];
  for (const cue of cues) {
    open.push(cue);
    if (cue.kind === 'work' || cue.kind === 'talk' || cue.kind === 'breather') {
      out.push(open);
      open = [];
    }
  }
  return open.length ? [...out, open] : out;
}

/** Leave bouts out that are still to come, with what leads to them; the running cue, if it is of them, ends. */
function without(run: Run, gone: (cue: Cue) => boolean, now: number): Run {
  const behind = run.cues.slice(0, run.index);
  const ahead = stretches(run.cues.slice(run.index));
  const dropped = (own: Cue[]) => own.at(-1)?.kind === 'work' && gone(own.at(-1) as Cue);
  const kept = ahead.filter((own) => !dropped(own)).flat();
  const bouts = ahead.filter(dropped).map((own) => own.at(-1) as Cue);
  const moved = kept[0] !== run.cues[run.index];
  return {
    ...run,
    cues: [...behind, ...kept],
    cueBegan: moved ? (run.paused ?? now) : run.cueBegan,
    otherwise: noted(run, bouts, null),
  };
}

/** The bout that runs, or the one that a change or a rest leads to. */
export function boutAhead(run: Run): Cue | undefined {
  return run.cues.slice(run.index).find((cue) => cue.kind === 'work' || cue.kind === 'talk');
}

/** Leave the movement out that runs or comes next: all its bouts that are still to come in its block. */
export function leaveOut(run: Run, now: number): Run {
  const bout = boutAhead(run);
  if (bout?.kind !== 'work') return run;
  return without(run, (cue) => cue.block === bout.block && cue.place === bout.place, now);
}

/** Make the round that runs the last one of its block. */
export function lastRound(run: Run, now: number): Run {
  const bout = boutAhead(run);
  if (bout?.kind !== 'work') return run;
  return without(run, (cue) => cue.block === bout.block && (cue.round ?? 0) > (bout.round ?? 0), now);
}

/** Let the running bout last longer; where it is one side's, the other side's follows. */
export function longer(run: Run, more: number): Run {
  const now = run.cues[run.index];
  if (now?.kind !== 'work') return run;
  const one = (cue: Cue) => cue.block === now.block && cue.place === now.place && cue.round === now.round;
  const sided = now.side === 'left' || now.side === 'right';
  const both = run.cues.filter(
    (cue, at) => cue.kind === 'work' && one(cue) && (at === run.index || (sided && at > run.index)),
  );
  const otherwise = both.reduce((told, cue) => {
    const before = told.find((own) => sameBout(own, cue));
    return noted({ ...run, otherwise: told }, [cue], { more: (before?.more ?? 0) + more });
  }, run.otherwise);
  return {
    ...run,
    otherwise,
    cues: run.cues.map((cue) => (both.includes(cue) ? { ...cue, end: cue.end + more } : cue)),
  };
}

/** Do another movement in the place of the one that runs or comes next, for all its bouts to come. */
export function instead(run: Run, movement: string): Run {
  const bout = boutAhead(run);
  if (bout?.kind !== 'work') return run;
  const same = (cue: Cue, at: number) => at >= run.index && cue.block === bout.block && cue.place === bout.place;
  const bouts = run.cues.filter((cue, at) => same(cue, at) && cue.kind === 'work');
  return {
    ...run,
    otherwise: noted(run, bouts, { instead: movement }),
    cues: run.cues.map((cue, at) => (same(cue, at) ? { ...cue, movement } : cue)),
  };
}

/** So many reps of the running bout were done; as many as planned is no difference. */
export function counted(run: Run, reps: number): Run {
  const now = run.cues[run.index];
  if (now?.kind !== 'work' || !now.reps || reps < 1) return run;
  const told = noted(run, [now], { reps: reps === now.reps ? 0 : reps });
  // What is as planned after all is not told.
  return { ...run, otherwise: told.filter((one) => !sameBout(one, now) || !leftOut(one)) };
}

/** With more or less load than planned, for all bouts to come of what runs or comes next. */
export function loaded(run: Run, steps: number): Run {
  const bout = boutAhead(run);
  if (bout?.kind !== 'work') return run;
  const bouts = run.cues.filter(
    (cue, at) => at >= run.index && cue.kind === 'work' && cue.block === bout.block && cue.place === bout.place,
  );
  const otherwise = bouts.reduce((told, cue) => {
    const before = told.find((own) => sameBout(own, cue));
    return noted({ ...run, otherwise: told }, [cue], { load: (before?.load ?? 0) + steps });
  }, run.otherwise);
  const kept = otherwise.filter((one) => !bouts.some((cue) => sameBout(one, cue)) || !leftOut(one));
  return { ...run, otherwise: kept };
}

/** Somebody complains of a joint during what runs or comes next. */
export function sore(run: Run, joint: Schemas['ComplaintModel']['joint']): Run {
  const movement = boutAhead(run)?.movement ?? '';
  return { ...run, complaints: [...run.complaints, { joint, movement }] };
}

const same = (one: Cue, other: Cue): boolean =>
  one.kind === other.kind &&
  one.block === other.block &&
  one.place === other.place &&
  one.round === other.round &&
  one.side === other.side;

/** Whether a cue comes once in a class: rests and changes between the sets of a movement are all alike. */
const once = (cue: Cue): boolean => cue.place !== null || cue.kind === 'talk' || cue.kind === 'breather';

/** What of a shorter class is still to come: all after the last cue that has been, or runs. */
function aheadOf(run: Run, shorter: Cue[]): Cue[] {
  const running = run.cues[run.index];
  for (let at = run.index; at >= 0; at -= 1) {
    const cue = run.cues[at];
    const found = cue && once(cue) ? shorter.findIndex((one) => same(one, cue)) : -1;
    if (found < 0) continue;
    const ahead = shorter.slice(found + 1);
    // The rest that runs is not rested again.
    const lead = ahead.findIndex(once);
    const rested = ahead.slice(0, Math.max(0, lead)).findLastIndex((one) => running && same(one, running));
    return ahead.slice(rested + 1);
  }
  return [];
}

/** What a cut would leave to come, without what was left out by hand, and with what was swapped. */
function leftBy(run: Run, shorter: Cue[]): Cue[] {
  const told = (cue: Cue) => run.otherwise.find((one) => sameBout(one, cue));
  const nothing = (cue: Cue) => {
    const own = told(cue);
    return own !== undefined && leftOut(own);
  };
  return stretches(aheadOf(run, shorter))
    .filter((own) => !(own.at(-1)?.kind === 'work' && nothing(own.at(-1) as Cue)))
    .flat()
    .map((cue) => ({ ...cue, movement: told(cue)?.instead || cue.movement, end: cue.end + (told(cue)?.more ?? 0) }));
}

/** Seconds that a cut saves from here on. */
export function saves(run: Run, shorter: Cue[]): number {
  return total(run.cues.slice(run.index + 1)) - total(leftBy(run, shorter));
}

/** The first cut that makes up so many seconds, or the one that makes up most; none that saves nothing. */
export function cutFor<T extends { cues: Cue[] }>(run: Run, steps: T[], wanted: number): T | undefined {
  const saving = steps.map((step) => ({ step, by: saves(run, step.cues) })).filter(({ by }) => by > 0);
  const enough = saving.find(({ by }) => by >= wanted);
  return (enough ?? saving.sort((one, other) => other.by - one.by)[0])?.step;
}

/** Cut what is still to come; the bouts that go with it are noted as left out. */
export function cut(run: Run, shorter: Cue[]): Run {
  const ahead = leftBy(run, shorter);
  const behind = run.cues.slice(0, run.index + 1);
  const gone = run.cues
    .slice(run.index + 1)
    .filter((cue) => cue.kind === 'work' && !ahead.some((one) => same(one, cue)));
  return { ...run, cues: [...behind, ...ahead], otherwise: noted(run, gone, null) };
}

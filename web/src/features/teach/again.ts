import { boutAhead, type Cue, type Run } from './run';
import { leftOut, noted, sameBout } from './otherwise';

/** The work of the last round of a bout's movement, with all that is done in turn with it, as places among cues. */
function lastRound(run: Run, bout: Cue): number[] {
  const work = [...run.cues.keys()].filter((at) => {
    const cue = run.cues[at];
    return cue?.kind === 'work' && cue.block === bout.block;
  });
  const roundAt = (at: number | undefined) => (at === undefined ? null : (run.cues[at]?.round ?? null));
  const own = work.findLastIndex((at) => run.cues[at]?.place === bout.place);
  let [first, last] = [own, own];
  while (first > 0 && roundAt(work[first - 1]) === roundAt(work[own])) first -= 1;
  while (last < work.length - 1 && roundAt(work[last + 1]) === roundAt(work[own])) last += 1;
  return work.slice(first, last + 1);
}

/** The side of a bout once more: the other one, where rounds take turns with the sides. */
function sideAgain(run: Run, cue: Cue): Cue['side'] {
  const alike = run.cues.filter((one) => one.kind === 'work' && one.block === cue.block && one.place === cue.place);
  const both = alike.some((one) => one.round === cue.round && one.side !== cue.side);
  const before = alike.find((one) => one.round === (cue.round ?? 0) - 1);
  return both || !before ? cue.side : before.side;
}

/** Note a bout that was added; one that was planned and left out before is done as planned after all. */
function added(run: Run, cue: Cue): Run['otherwise'] {
  const before = run.otherwise.find((one) => sameBout(one, cue));
  if (before && leftOut(before)) {
    const { movement } = cue;
    if (movement && movement !== before.movement) return noted(run, [cue], { instead: movement });
    return run.otherwise.filter((one) => one !== before);
  }
  return noted(run, [cue], { extra: cue.end - cue.start });
}

/** One more round of what runs or comes next, after the last one that is still to come of it. */
export function onceMore(run: Run): Run {
  const bout = boutAhead(run);
  if (bout?.kind !== 'work') return run;
  const work = lastRound(run, bout);
  const [first, last] = [work[0] ?? 0, work.at(-1) ?? 0];
  const round = (run.cues[last]?.round ?? 0) + 1;
  // Nobody has to be shown it again; what leads to the round is done as before.
  const lead = run.cues.slice(0, first).findLastIndex((cue) => cue.kind === 'work' || cue.block !== bout.block) + 1;
  const again = run.cues
    .slice(lead, last + 1)
    .filter((cue) => cue.kind !== 'show')
    .map((cue) => ({
      ...cue,
      round: cue.round === null ? null : round,
      side: cue.kind === 'work' ? sideAgain(run, cue) : cue.side,
    }));
  const cues = [...run.cues.slice(0, last + 1), ...again, ...run.cues.slice(last + 1)];
  const bouts = again.filter((cue) => cue.kind === 'work');
  return {
    ...run,
    cues: cues.map((cue) => (cue.block === bout.block ? { ...cue, rounds: Math.max(cue.rounds, round) } : cue)),
    otherwise: bouts.reduce((told, cue) => added({ ...run, otherwise: told }, cue), run.otherwise),
  };
}

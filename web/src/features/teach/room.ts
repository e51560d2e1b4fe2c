import { boutAhead, left, type Run, waits } from './run';
import { movesOn, stationBouts, stationViews } from './stations';
import { boutWords, cueTitle, doseWords, nextWords, roundWords } from './words';
import type { Schemas } from '~/shared/http/client';

/** What a wall display shows of a class just now: for members, so nobody is named. */
export function roomView(
  run: Run,
  className: string,
  name: (movement: string) => string,
  kitOf: (movement: string) => readonly string[],
  now: number,
): Schemas['RoomView'] {
  const cue = run.cues[run.index];
  const bout = boutAhead(run);
  const after = run.cues.slice(run.index).filter((one) => one.kind === 'work' || one.kind === 'talk')[1];
  const part = run.cues.filter((one) => one.kind === 'work' && one.block === bout?.block);
  const places = [...new Set(part.map((one) => one.place ?? 0))].sort((one, other) => one - other);
  const movement = (place: number) => part.find((one) => (one.place ?? 0) === place)?.movement ?? '';
  return {
    name: className.slice(0, 120),
    title: run.paused === null && cue ? (movesOn(run) ? 'Move on' : cueTitle(cue)) : 'Paused',
    kind: cue?.kind ?? '',
    movement: bout?.movement ? boutWords(bout, name) : (cue?.label ?? ''),
    dose: bout?.kind !== 'work' ? '' : bout.stations ? roundWords(bout) : doseWords(bout),
    left: Math.round(10 * left(run, now)) / 10,
    waits: waits(cue),
    paused: run.paused !== null,
    then: bout && after ? nextWords(after, bout, name) : '',
    round: places.map((place) => name(movement(place))),
    place: bout?.kind === 'work' ? places.indexOf(bout.place ?? 0) : -1,
    stations: stationViews(stationBouts(run, bout), name, kitOf),
  };
}

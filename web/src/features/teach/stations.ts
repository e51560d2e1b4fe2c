import { boutAhead, type Cue, type Run } from './run';
import type { Schemas } from '~/shared/http/client';

/** The stations of the part that a bout is of, in the order people go round: what is done at each just now. */
export function stationBouts(run: Run, bout: Cue | undefined): Cue[][] {
  if (!bout?.stations) return [];
  const part = run.cues.filter((cue) => cue.kind === 'work' && cue.block === bout.block && cue.station !== null);
  const now = part.filter((cue) => cue.round === bout.round);
  const at = (cues: Cue[]) =>
    [...Array(bout.stations).keys()]
      .map((station) => cues.filter((cue) => cue.station === station))
      .filter((own) => own.length > 0);
  // Where people stay for all sets of a station, a round is no time around.
  const shown = at(now);
  return shown.length > 1 ? shown : at(part);
}

/** Whether everybody goes to another station before the next bout. */
export function movesOn(run: Run): boolean {
  const cue = run.cues[run.index];
  const ahead = boutAhead(run);
  if (!cue || cue.kind === 'work' || !ahead?.stations) return false;
  const before = run.cues.slice(0, run.index).findLast((one) => one.kind === 'work');
  return before?.block === ahead.block && before.station !== ahead.station;
}

/** What a picture of the stations shows. */
export function stationViews(
  stations: Cue[][],
  name: (movement: string) => string,
  kitOf: (movement: string) => readonly string[],
): Schemas['RoomStation'][] {
  const shared = (own: Cue[]) => stations.some((other) => other !== own && other[0]?.place === own[0]?.place);
  return stations.map((own) => {
    const movements = [...new Set(own.map((cue) => cue.movement ?? ''))];
    const side = own[0]?.side;
    return {
      name: movements.map(name).join(', '),
      side: shared(own) && (side === 'left' || side === 'right') ? side : '',
      kit: [...new Set(movements.flatMap(kitOf))],
    };
  });
}

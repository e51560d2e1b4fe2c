import type { Cue } from './run';

const TITLES: Record<string, string> = {
  talk: 'Talk',
  work: 'Work',
  rest: 'Rest',
  switch: 'Other side',
  change: 'Change',
  show: 'Show',
  breather: 'Breather',
};

const PURPOSES: Record<string, string> = { 'warm-up': 'Warm-up', 'cool-down': 'Cool-down' };

/** What kind of cue this is. */
export function cueTitle(cue: Cue): string {
  const own = cue.kind === 'work' ? PURPOSES[cue.purpose] : undefined;
  return own ?? TITLES[cue.kind] ?? cue.kind;
}

/** The side of a bout, where it has one. */
export function sideWords(cue: Cue): string {
  return cue.side === 'left' || cue.side === 'right' ? `${cue.side} side` : '';
}

/** What is done in a bout: at stations everybody does something else, so only the turn is told. */
export function boutWords(cue: Cue, name: (movement: string) => string): string {
  if (cue.stations) return `Turn ${(cue.station ?? 0) + 1} of ${cue.stations}`;
  return cue.movement ? name(cue.movement) : cue.label;
}

/** How long or how often, and on which side. */
export function doseWords(cue: Cue): string {
  if (cue.stations) return cue.label;
  return [cue.movement ? cue.label : '', sideWords(cue)].filter(Boolean).join(', ');
}

/** Which round of how many. */
export function roundWords(cue: Cue): string {
  return cue.kind === 'work' && cue.round && cue.rounds > 1 ? `Round ${cue.round} of ${cue.rounds}` : '';
}

/** What comes after a bout: where it is the same movement, only what differs. */
export function nextWords(cue: Cue, before: Cue, name: (movement: string) => string): string {
  if (cue.stations && cue.block === before.block) return cue.station === before.station ? 'stay' : 'all move on';
  const same = cue.block === before.block && cue.place === before.place && cue.movement === before.movement;
  if (!same) return cue.stations ? 'stations' : boutWords(cue, name);
  return cue.round === before.round ? sideWords(cue) : `round ${cue.round}`;
}

/** What is said aloud when a cue begins. */
export function spoken(cue: Cue, name: string, ahead: string): string {
  if (cue.kind === 'work') return [name, cue.label, sideWords(cue)].filter(Boolean).join('. ');
  if (cue.kind === 'switch') return 'Other side';
  if (cue.kind === 'rest' || cue.kind === 'breather') return ahead ? `Rest. Next: ${ahead}` : 'Rest';
  return cue.kind === 'change' || cue.kind === 'show' ? `Next: ${name}` : '';
}

import type { Schemas } from '~/shared/http/client';

type Cue = Schemas['CueModel'];

export interface CueLook {
  fill: string;
  hatched: boolean;
  name: string;
}

const LOOKS: Record<string, CueLook> = {
  talk: { fill: 'line', hatched: false, name: 'Talk' },
  work: { fill: 'fernInk', hatched: false, name: 'Work' },
  rest: { fill: 'sunken', hatched: false, name: 'Rest' },
  switch: { fill: 'heatherInk', hatched: true, name: 'Other side' },
  change: { fill: 'lichenInk', hatched: true, name: 'Change of kit or position' },
  show: { fill: 'harebellInk', hatched: true, name: 'Showing' },
  breather: { fill: 'harebellWash', hatched: false, name: 'Breather' },
};

export function lookOf(cue: Cue, purpose: string): CueLook {
  const look = LOOKS[cue.kind] ?? { fill: 'line', hatched: false, name: cue.kind };
  if (cue.kind === 'work' && purpose === 'warm-up') return { ...look, fill: 'lichenInk', name: 'Warm-up' };
  if (cue.kind === 'work' && purpose === 'cool-down') return { ...look, fill: 'harebellInk', name: 'Cool-down' };
  return look;
}

/** Minutes to mark on a tape: every five, and the end of the slot. */
export function minuteMarks(seconds: number): number[] {
  const marks: number[] = [];
  for (let at = 0; at <= seconds; at += 300) marks.push(at);
  return marks;
}

/** What a cue says when it is pointed at. */
export function cueWords(cue: Cue, look: CueLook, movement: string, clock: (s: number) => string): string {
  const side = cue.side && cue.side !== 'both' ? `, ${cue.side}` : '';
  const round = cue.round && cue.round > 1 ? `, round ${cue.round}` : '';
  const label = cue.label ? ` (${cue.label})` : '';
  return `${clock(cue.start)} ${look.name}${movement ? `: ${movement}` : ''}${side}${round}${label}, ${cue.end - cue.start} s`;
}

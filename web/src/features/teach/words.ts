import type { Schemas } from '~/shared/http/client';

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
export function cueTitle(cue: Schemas['CueModel'], purpose: string | undefined): string {
  const own = cue.kind === 'work' && purpose ? PURPOSES[purpose] : undefined;
  return own ?? TITLES[cue.kind] ?? cue.kind;
}

/** How many rounds each block of a class has. */
export function roundsOf(cues: Schemas['CueModel'][]): Map<number, number> {
  const out = new Map<number, number>();
  for (const cue of cues) out.set(cue.block, Math.max(out.get(cue.block) ?? 0, cue.round ?? 0));
  return out;
}

/** Dose, side and round of a cue. */
export function cueWords(cue: Schemas['CueModel'], rounds: number): string {
  const side = cue.side === 'left' || cue.side === 'right' ? `${cue.side} side` : '';
  const round = cue.kind === 'work' && cue.round && rounds > 1 ? `round ${cue.round} of ${rounds}` : '';
  return [cue.movement || cue.kind === 'rest' ? cue.label : '', side, round].filter(Boolean).join(', ');
}

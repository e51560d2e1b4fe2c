import type { Schemas } from '~/shared/http/client';

type Muscle = Schemas['Muscle'];
export interface BodyRow {
  front: Muscle | null;
  back: Muscle | null;
}

/** From head to foot: front of the body left, back right; sides and deep groups stand on both. */
export const ROWS: BodyRow[] = [
  { front: null, back: 'neck' },
  { front: 'front-deltoid', back: 'rear-deltoid' },
  { front: 'side-deltoid', back: 'side-deltoid' },
  { front: 'chest', back: 'mid-back' },
  { front: 'biceps', back: 'triceps' },
  { front: 'forearms', back: 'lats' },
  { front: 'abdominals', back: 'low-back' },
  { front: 'obliques', back: 'obliques' },
  { front: 'deep-core', back: 'deep-core' },
  { front: 'hip-flexors', back: 'glutes' },
  { front: 'side-glutes', back: 'side-glutes' },
  { front: 'adductors', back: 'adductors' },
  { front: 'quadriceps', back: 'hamstrings' },
  { front: 'shins', back: 'calves' },
];

/** The scale of a column: the most sets or the upper end of the band, whichever is more. */
export function scaleOf(volume: Schemas['BodyVolume']): number {
  const sets = volume.muscles.map((m) => m.sets);
  const most = volume.muscles.map((m) => m.most ?? 0);
  return Math.max(1, ...sets, ...most);
}

export function outside(muscle: Schemas['MuscleSets']): 'under' | 'over' | null {
  if (muscle.least !== null && muscle.least !== undefined && muscle.sets < muscle.least) return 'under';
  if (muscle.most !== null && muscle.most !== undefined && muscle.sets > muscle.most) return 'over';
  return null;
}

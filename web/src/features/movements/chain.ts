import type { Schemas } from '~/shared/http/client';

type Movement = Schemas['MovementModel'];

export interface Link {
  movement: Movement;
  /** What changes from the link before, such as the lever; none at the start of the chain. */
  by: string | null;
}

/** The chain of options through a movement, the easiest first; links that are told in words end it. */
export function chainOf(movement: Movement, library: Map<string, Movement>): Link[] {
  const easier: Movement[] = [];
  const seen = new Set([movement.id]);
  for (let here = next(movement, 'easier', library, seen); here; here = next(here, 'easier', library, seen))
    easier.unshift(here);
  const all = [...easier, movement];
  for (let here = next(movement, 'harder', library, seen); here; here = next(here, 'harder', library, seen))
    all.push(here);
  return all.map((entry, index) => ({ movement: entry, by: index === 0 ? null : between(all[index - 1], entry) }));
}

function next(
  from: Movement,
  way: 'easier' | 'harder',
  library: Map<string, Movement>,
  seen: Set<string>,
): Movement | undefined {
  const id = from[way]?.movement;
  if (!id || seen.has(id)) return undefined;
  seen.add(id);
  return library.get(id);
}

function between(before: Movement | undefined, after: Movement): string {
  if (after.easier?.movement === before?.id && after.easier) return after.easier.by;
  return before?.harder?.movement === after.id && before.harder ? before.harder.by : '';
}

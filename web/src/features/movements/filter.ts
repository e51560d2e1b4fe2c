import type { Schemas } from '~/shared/http/client';

type Movement = Schemas['MovementModel'];

export interface Filter {
  text: string;
  family: string;
  pattern: string;
  tier: string;
  muscle: string;
  kit: string;
  position: string;
  joint: string;
  role: string;
}

export const NOTHING: Filter = {
  text: '',
  family: '',
  pattern: '',
  tier: '',
  muscle: '',
  kit: '',
  position: '',
  joint: '',
  role: '',
};

/** Letters and figures only, so that "pushup" finds the push-up. */
function squashed(text: string): string {
  return text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
}

/** Whether a movement is called so, by its name or by another that people use for it. */
function called(movement: Movement, text: string): boolean {
  const names = [movement.name, ...movement.other_names].map(squashed);
  const words = text.split(/\s+/).map(squashed).filter(Boolean);
  return names.some((name) => name.includes(squashed(text))) || words.every((word) => names.join(' ').includes(word));
}

/** What a search on the server found: the words that matched, by movement, the best first. */
export type Hits = Map<string, string>;

/** The other words by which a text found a movement; none where its own name did. */
export function foundAs(movement: Movement, text: string, hits: Hits = new Map()): string | undefined {
  const wanted = squashed(text);
  if (!wanted || squashed(movement.name).includes(wanted)) return undefined;
  const words = movement.other_names.find((name) => squashed(name).includes(wanted)) ?? hits.get(movement.id);
  return words === movement.name ? undefined : words;
}

/** The movements that a filter lets through. Joint: those that spare it. Kit "none": body weight. */
export function matching(movements: Movement[], filter: Filter, hits: Hits = new Map()): Movement[] {
  return movements.filter((movement) => {
    const muscles = [...movement.targets, ...movement.assists, ...movement.prepares, ...movement.stretches];
    return (
      (called(movement, filter.text) || hits.has(movement.id)) &&
      (!filter.pattern || movement.pattern === filter.pattern) &&
      (!filter.tier || movement.tier === filter.tier) &&
      (!filter.family || movement.family === filter.family) &&
      (!filter.role || movement.role === filter.role) &&
      (!filter.muscle || muscles.includes(filter.muscle)) &&
      (!filter.kit ||
        (filter.kit === 'none' ? !movement.kit.length : movement.kit.some((own) => own === filter.kit))) &&
      (!filter.position || movement.position === filter.position) &&
      (!filter.joint || !movement.joints[filter.joint])
    );
  });
}

/** Movements by family, in the order in which the families come. */
export function byFamily(movements: Movement[]): [string, Movement[]][] {
  const groups = new Map<string, Movement[]>();
  for (const movement of movements) groups.set(movement.family, [...(groups.get(movement.family) ?? []), movement]);
  return [...groups];
}

/** An id such as hip-hinge in words. */
export function words(id: string): string {
  const text = id.replace(/-/g, ' ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}

import type { Schemas } from '~/shared/http/client';

type Movement = Schemas['MovementModel'];

export interface Filter {
  text: string;
  family: string;
  muscle: string;
  kit: string;
  position: string;
  joint: string;
  role: string;
}

export const NOTHING: Filter = { text: '', family: '', muscle: '', kit: '', position: '', joint: '', role: '' };

/** The movements that a filter lets through. Joint: those that spare it. Kit "none": body weight. */
export function matching(movements: Movement[], filter: Filter): Movement[] {
  const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean);
  return movements.filter((movement) => {
    const names = [movement.name, ...movement.other_names].join(' ').toLowerCase();
    const muscles = [...movement.targets, ...movement.assists, ...movement.prepares, ...movement.stretches];
    return (
      words.every((word) => names.includes(word)) &&
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

import type { Schemas } from '~/shared/http/client';
import type { Movements } from '~/shared/http/made';

type BoardClass = Schemas['BoardClass'];
/** What is looked for through a series: a movement, or all of a pattern or a family. */
export interface Sought {
  by: 'movement' | 'pattern' | 'family';
  id: string;
}

const KINDS = ['movement', 'pattern', 'family'] as const;

/** What an address or a list calls what is sought: movement:squat. */
export function soughtText(sought: Sought): string {
  return `${sought.by}:${sought.id}`;
}

export function soughtOf(text: string | null): Sought | null {
  const [by, id] = text?.split(':') ?? [];
  const kind = KINDS.find((own) => own === by);
  return kind && id ? { by: kind, id } : null;
}

/** The movements of a class that are what is sought. */
export function standing(entry: BoardClass, sought: Sought, movements: Movements): string[] {
  return entry.movements.filter((id) => {
    if (sought.by === 'movement') return id === sought.id;
    const movement = movements.get(id);
    return movement !== undefined && movement[sought.by] === sought.id;
  });
}

export interface Choice {
  sought: Sought;
  name: string;
  classes: number;
}

/** Every movement, pattern and family of a series with the number of its classes, the most first. */
export function choicesOf(classes: BoardClass[], movements: Movements): Record<Sought['by'], Choice[]> {
  const counts = new Map<string, { sought: Sought; name: string; slots: Set<number> }>();
  const count = (sought: Sought, name: string, slot: number) => {
    const key = soughtText(sought);
    const held = counts.get(key) ?? { sought, name, slots: new Set<number>() };
    held.slots.add(slot);
    counts.set(key, held);
  };
  for (const entry of classes)
    for (const id of entry.movements) {
      const movement = movements.get(id);
      count({ by: 'movement', id }, movement?.name ?? id, entry.slot);
      if (!movement) continue;
      count({ by: 'pattern', id: movement.pattern }, plain(movement.pattern), entry.slot);
      count({ by: 'family', id: movement.family }, plain(movement.family), entry.slot);
    }
  const all = [...counts.values()]
    .map(({ sought, name, slots }) => ({ sought, name, classes: slots.size }))
    .sort((one, other) => other.classes - one.classes || one.name.localeCompare(other.name));
  const of = (by: Sought['by']) => all.filter((choice) => choice.sought.by === by);
  return { movement: of('movement'), pattern: of('pattern'), family: of('family') };
}

function plain(id: string): string {
  const text = id.replaceAll('-', ' ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}

import { words } from './filter';
import type { Schemas } from '~/shared/http/client';

type Movement = Schemas['MovementModel'];

/** Pattern and tier of a movement, with the levels of groups for which it is another. */
export function tierWords(movement: Movement): string {
  const others = Object.entries(movement.tiers).map(([level, tier]) => `${tier} at level ${level}`);
  return [words(movement.pattern), [movement.tier, ...others].join(', ')].join('; ');
}

/** What may add load, and by which steps. */
export function loadWords(movement: Movement, kit: Schemas['KitModel'][]): string {
  const own = kit.filter((entry) => movement.loadable.some((id) => id === entry.id));
  return own.map((entry) => [entry.name, entry.load].filter(Boolean).join(': ')).join('. ');
}

export function demandName(id: string, demands: { id: string; name: string }[]): string {
  return demands.find((entry) => entry.id === id)?.name ?? id;
}

import { queryOptions, useQuery } from '@tanstack/react-query';

import { data, http, type Schemas } from './client';
import { Movements } from './made';
import { ON_PHONE } from './onPhone';

export const catalogueOptions = queryOptions({
  queryKey: ['catalogue'],
  queryFn: () => data(http.GET('/api/catalogue')),
  // Kept on the machine it may be days old: it is asked for once more whenever Grike is opened.
  staleTime: 3_600_000,
  meta: ON_PHONE,
});

export const movementsOptions = queryOptions({
  queryKey: ['movements'],
  queryFn: () => data(http.GET('/api/movements')),
  staleTime: 60_000,
  meta: ON_PHONE,
});

export const roomsOptions = queryOptions({
  queryKey: ['rooms'],
  queryFn: () => data(http.GET('/api/rooms')),
});

export const sitesOptions = queryOptions({
  queryKey: ['sites'],
  queryFn: () => data(http.GET('/api/sites')),
});

export const groupsOptions = queryOptions({
  queryKey: ['groups'],
  queryFn: () => data(http.GET('/api/groups')),
});

/** Return a function that works something out once for each answer, however many rows ask for it. */
function once<A extends object, B>(work: (answer: A) => B): (answer: A) => B {
  const done = new WeakMap<A, B>();
  return (answer) => {
    const known = done.get(answer);
    if (known !== undefined) return known;
    const made = work(answer);
    done.set(answer, made);
    return made;
  };
}

const byId = once(
  (movements: Schemas['MovementModel'][]) => new Movements(movements.map((movement) => [movement.id, movement])),
);
const NO_MOVEMENTS = new Movements();

/** Return the movements by id, forms and joined ones too; empty until they are loaded. */
export function useMovements(): Movements {
  return useQuery({ ...movementsOptions, select: byId }).data ?? NO_MOVEMENTS;
}

const naming = once((c: Schemas['Catalogue']) => {
  const names = new Map([...c.muscles, ...c.kit, ...c.focuses, ...c.formats].map((entry) => [entry.id, entry.name]));
  return (id: string) => names.get(id) ?? id;
});
const unnamed = (id: string) => id;

/** Return a function that gives the name of a muscle, kit, focus or format. */
export function useNames(): (id: string) => string {
  return useQuery({ ...catalogueOptions, select: naming }).data ?? unnamed;
}

/** Whether names are there to be shown: until then a page would stand full of ids for a moment. */
export function useVocabulary(): { ready: boolean; error: Error | null; retry: () => void } {
  const movements = useQuery(movementsOptions);
  const catalogue = useQuery(catalogueOptions);
  return {
    ready: Boolean(movements.data && catalogue.data),
    error: movements.error ?? catalogue.error,
    retry: () => [movements, catalogue].filter((own) => own.error).forEach((own) => void own.refetch()),
  };
}

const heavier = once(
  (c: Schemas['Catalogue']) => new Set<string>(c.kit.filter((kit) => kit.load).map((kit) => kit.id)),
);
const NO_LOADS: ReadonlySet<string> = new Set();

/** The kit of which there is a lighter and a heavier one. */
export function useLoads(): ReadonlySet<string> {
  return useQuery({ ...catalogueOptions, select: heavier }).data ?? NO_LOADS;
}

/** What is said where people teach; undefined until it is loaded. */
export function useSafety(): Schemas['SafetyModel'] | undefined {
  const { data: safety } = useQuery({ ...catalogueOptions, select: (catalogue) => catalogue.safety });
  return safety;
}

/** How a pulse is judged; undefined until it is loaded. */
export function usePulseJudged(): Schemas['PulseModel'] | undefined {
  const { data: pulse } = useQuery({ ...catalogueOptions, select: (catalogue) => catalogue.pulse });
  return pulse;
}

/** The formats with their parameters, for a form. */
export const formatsOptions = queryOptions({
  queryKey: ['formats'],
  queryFn: () => data(http.GET('/api/formats')),
  staleTime: Infinity,
});

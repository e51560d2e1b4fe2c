import { queryOptions, useQuery } from '@tanstack/react-query';

import { data, http, type Schemas } from './client';
import { Movements } from './made';

export const catalogueOptions = queryOptions({
  queryKey: ['catalogue'],
  queryFn: () => data(http.GET('/api/catalogue')),
  staleTime: Infinity,
});

export const movementsOptions = queryOptions({
  queryKey: ['movements'],
  queryFn: () => data(http.GET('/api/movements')),
  staleTime: 60_000,
});

export const roomsOptions = queryOptions({
  queryKey: ['rooms'],
  queryFn: () => data(http.GET('/api/rooms')),
});

/** Return the movements by id, forms and joined ones too; empty until they are loaded. */
export function useMovements(): Movements {
  const { data: list } = useQuery({
    ...movementsOptions,
    select: (movements) => new Movements(movements.map((movement) => [movement.id, movement])),
  });
  return list ?? new Movements();
}

/** Return a function that gives the name of a muscle, kit, focus or format. */
export function useNames(): (id: string) => string {
  const { data: names } = useQuery({
    ...catalogueOptions,
    select: (c) => new Map([...c.muscles, ...c.kit, ...c.focuses, ...c.formats].map((entry) => [entry.id, entry.name])),
  });
  return (id) => names?.get(id) ?? id;
}

/** What is said where people teach; undefined until it is loaded. */
export function useSafety(): Schemas['SafetyModel'] | undefined {
  const { data: safety } = useQuery({ ...catalogueOptions, select: (catalogue) => catalogue.safety });
  return safety;
}

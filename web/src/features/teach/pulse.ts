import type { Schemas } from '~/shared/http/client';

export type Judged = Schemas['PulseModel'];

/** The highest pulse that is expected at an age. */
export function highest(age: number, by: Judged): number {
  return by.at_birth - by.a_year * age;
}

/** The share of the reserve between resting and highest pulse; null where there is none. */
export function shareOfReserve(pulse: number, age: number, resting: number, by: Judged): number | null {
  const reserve = highest(age, by) - resting;
  return reserve > 0 ? (pulse - resting) / reserve : null;
}

/** The zone of a pulse; null where there is no reserve. */
export function zoneOf(pulse: number, age: number, resting: number, by: Judged): Schemas['ZoneModel'] | null {
  const share = shareOfReserve(pulse, age, resting, by);
  if (share === null) return null;
  const hardest = by.zones.at(-1) ?? null;
  if (share > by.top) return hardest;
  return by.zones.slice(0, -1).findLast((zone) => share >= zone.low) ?? by.zones[0] ?? null;
}

/** The zones of a pulse for people whose highest pulse is a spread below and above what is expected. */
export function zonesWithin(pulse: number, age: number, resting: number, by: Judged): string[] {
  const out = [by.spread, -by.spread].map(
    (off) => zoneOf(pulse, age, resting, { ...by, at_birth: by.at_birth + off })?.name,
  );
  return [...new Set(out.filter((name): name is string => name !== undefined))];
}

import type { Schemas } from '~/shared/http/client';

type Told = Schemas['ConsequencesModel'];
export interface Change {
  muscle: string;
  sets: number;
}

/** So many muscles of a week are named. */
const MOST_NAMED = 6;

/** What a week gives muscles more or less, the largest difference first. */
export function changesOf(week: Schemas['WeekAfter']): Change[] {
  const before = new Map(week.before?.muscles.map((own) => [own.muscle, own.sets]));
  const after = new Map(week.after?.muscles.map((own) => [own.muscle, own.sets]));
  return [...new Set([...before.keys(), ...after.keys()])]
    .map((muscle) => ({ muscle, sets: (after.get(muscle) ?? 0) - (before.get(muscle) ?? 0) }))
    .filter((change) => Math.abs(change.sets) >= 0.05)
    .sort((one, other) => Math.abs(other.sets) - Math.abs(one.sets))
    .slice(0, MOST_NAMED);
}

/** What the aims are further off or nearer, in words. */
export function costWords(told: Told, past = false): string {
  const change = told.cost_after - told.cost_before;
  if (past) return `Aims: ${points(told.cost_before)} off at first, ${told.cost_after} later.`;
  if (!change) return `Aims stay ${points(told.cost_after)} off.`;
  return `Aims: ${points(told.cost_before)} off now, ${told.cost_after} then.`;
}

/** How many musts are broken before and after, in words. */
export function mustWords(told: Told, past = false): string {
  if (!told.musts_before && !told.musts_after) return 'No must is broken.';
  if (past) return `${musts(told.musts_before)} broken at first, ${told.musts_after || 'none'} later.`;
  if (told.musts_before === told.musts_after) return `${musts(told.musts_after)} broken, as now.`;
  return `Musts broken: ${told.musts_before || 'none'} now, ${told.musts_after || 'none'} then.`;
}

function points(count: number): string {
  return count === 1 ? '1 point' : `${count} points`;
}

function musts(count: number): string {
  if (!count) return 'No must';
  return count === 1 ? '1 must' : `${count} musts`;
}

/** The kit that a day has to have laid out besides, and the kit that may stay away. */
export function kitChange(day: Schemas['DayAfter'], name: (id: string) => string): string {
  const more = day.kit_after.filter((kit) => !day.kit_before.includes(kit)).map(name);
  const less = day.kit_before.filter((kit) => !day.kit_after.includes(kit)).map(name);
  const words = [more.length ? `lay out ${more.join(', ')}` : '', less.length ? `leave ${less.join(', ')}` : ''];
  return words.filter(Boolean).join('; ').toLowerCase();
}

import type { Schemas } from './client';

type Movement = Schemas['MovementModel'];

/** Between a movement and the form of it, and between movements that are joined in one repetition. */
const FORM = '~';
const JOIN = '+';
/** The form of every movement that may be done one side at a time. */
const ONE_SIDE = 'one-side';

function oneSide(movement: Movement): string {
  return `${movement.name}, one side`;
}

/** The names under which a movement can be typed: its own, its forms, one side of it. */
export function namesOf(movement: Movement): [name: string, id: string][] {
  return [
    [movement.name, movement.id],
    ...movement.forms.map((form): [string, string] => [form.name, `${movement.id}${FORM}${form.id}`]),
    ...(movement.one_sided_too ? [[oneSide(movement), `${movement.id}${FORM}${ONE_SIDE}`] as [string, string]] : []),
  ];
}

function single(id: string, base: (id: string) => Movement | undefined): Movement | undefined {
  const [own = '', form] = id.split(FORM);
  const movement = base(own);
  if (!movement || form === undefined) return movement;
  if (form === ONE_SIDE && movement.one_sided_too)
    return { ...movement, id, name: oneSide(movement), sides: 'one-sided', one_sided_too: false, forms: [] };
  const found = movement.forms.find((entry) => entry.id === form);
  if (!found) return undefined;
  const { name, level, seconds_per_rep, reps, seconds } = found;
  const cues = [found.how, ...movement.cues].slice(0, 4);
  return { ...movement, id, name, level, seconds_per_rep, reps, seconds, cues, forms: [] };
}

/** A form of a movement, or movements joined in one repetition, as a page shows them. */
export function made(id: string, base: (id: string) => Movement | undefined): Movement | undefined {
  const parts = id.split(JOIN).map((part) => single(part, base));
  const [first, ...others] = parts;
  if (!first || others.length === 0) return first;
  if (others.some((part) => !part)) return undefined;
  const every = parts.filter((part) => part !== undefined);
  return {
    ...first,
    id,
    name: [first.name, ...others.map((part) => part?.name.toLowerCase())].join(' with '),
    level: Math.max(...every.map((part) => part.level)),
    sides: every.find((part) => part.sides !== 'two-sided')?.sides ?? 'two-sided',
    kit: [...new Set(every.flatMap((part) => part.kit))],
    cues: [...new Set(every.flatMap((part) => part.cues.slice(0, 2)))].slice(0, 4),
    faults: [...new Set(every.flatMap((part) => part.faults.slice(0, 1)))],
    easier: { how: first.name, by: 'load', movement: first.id },
    harder: { how: 'Lower for three counts each time', by: 'tempo', movement: null },
    relief: Object.assign({}, ...every.map((part) => part.relief).reverse()) as Movement['relief'],
    seated: null,
    forms: [],
  };
}

/** Movements by id, those too that are made of others. */
export class Movements extends Map<string, Movement> {
  override get(id: string): Movement | undefined {
    return super.get(id) ?? made(id, (own) => super.get(own));
  }
}

/** The id of what somebody typed: a movement, a form of one, or "Squat with upright row". */
export function idOf(typed: string, movements: readonly Movement[]): string | undefined {
  const ids = new Map<string, string>();
  for (const movement of movements) for (const [name, id] of namesOf(movement)) ids.set(name.toLowerCase(), id);
  const wanted = typed.trim().toLowerCase();
  const whole = ids.get(wanted);
  if (whole) return whole;
  // A name may have "with" in it itself, so every place is tried where it could be cut.
  for (const cut of wanted.matchAll(/\s+(?:with|\+)\s+/g)) {
    const first = ids.get(wanted.slice(0, cut.index));
    const rest = idOf(wanted.slice(cut.index + cut[0].length), movements);
    if (first && rest) return `${first}${JOIN}${rest}`;
  }
  return undefined;
}

/** The same for entries by id, as they come from the server; null where there is none. */
export function shown(id: string, entries: Record<string, Movement>): Movement | null {
  return new Movements(Object.entries(entries)).get(id) ?? null;
}

/** The ids of several names, undefined ones as null. */
export function idOfEach(typed: readonly string[], movements: readonly Movement[]): (string | null)[] {
  return typed.map((name) => idOf(name, movements) ?? null);
}

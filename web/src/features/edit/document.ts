import type { Schemas } from '~/shared/http/client';

/** A class document as docs/formats/class.schema.json describes it; what is not edited stays. */
export interface ClassDocument {
  name: string;
  focus: string;
  kit?: string[];
  blocks: Block[];
  [key: string]: unknown;
}

export interface Block {
  purpose: string;
  format: { kind: string; [name: string]: unknown };
  items?: Item[];
  stations?: boolean;
  [key: string]: unknown;
}

export interface Item {
  movement: string;
  handling?: string;
  level?: string;
  reps?: number;
  seconds?: number;
  [key: string]: unknown;
}

/** What a block is for, and which formats go with it. */
export const PURPOSES: Record<string, { name: string; formats: (kind: string) => boolean }> = {
  welcome: { name: 'Welcome', formats: (kind) => kind === 'talk' },
  'warm-up': { name: 'Warm-up', formats: (kind) => !['talk', 'breather'].includes(kind) },
  work: { name: 'Work', formats: (kind) => !['talk', 'breather', 'flow'].includes(kind) },
  breather: { name: 'Breather', formats: (kind) => kind === 'breather' },
  'cool-down': { name: 'Cool-down', formats: (kind) => kind === 'flow' },
  close: { name: 'Close', formats: (kind) => kind === 'talk' },
};

/** A format as it starts: every parameter that must be given, at its usual value. */
export function startOf(form: Schemas['FormatModel']): Block['format'] {
  const given = form.parameters.filter((parameter) => parameter.start !== null);
  return { kind: form.kind, ...Object.fromEntries(given.map((p) => [p.name, p.start])) };
}

/** A list with one entry changed, taken out (null) or moved. */
export function replaced<T>(list: T[], place: number, entry: T | null): T[] {
  return list.flatMap((old, index) => (index === place ? (entry === null ? [] : [entry]) : [old]));
}

export function moved<T>(list: T[], place: number, by: number): T[] {
  const out = [...list];
  const [entry] = out.splice(place, 1);
  if (entry !== undefined) out.splice(place + by, 0, entry);
  return out;
}

/** An object with one value set, or taken out where it is left empty. */
export function withValue<T extends object>(object: T, name: string, value: unknown): T {
  const empty = value === undefined || value === '' || (typeof value === 'number' && Number.isNaN(value));
  const kept = Object.entries(object).filter(([key]) => key !== name);
  return Object.fromEntries(empty ? kept : [...kept, [name, value]]) as T;
}

/** A new block of a purpose, in the first format that goes with it. */
export function blockOf(purpose: string, forms: Schemas['FormatModel'][]): Block {
  const form = forms.find((entry) => PURPOSES[purpose]?.formats(entry.kind));
  return { purpose, format: form ? startOf(form) : { kind: 'talk', seconds: 30 } };
}

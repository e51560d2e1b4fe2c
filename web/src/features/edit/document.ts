import { PURPOSES } from '~/shared/format/blocks';
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
  role?: string;
  shows_ahead?: boolean;
  active_rest?: string;
  [key: string]: unknown;
}

export interface Item {
  movement: string;
  handling?: string;
  level?: string;
  reps?: number;
  seconds?: number;
  passes?: Round[];
  [key: string]: unknown;
}

/** What one round changes of a movement. */
export interface Round {
  level?: string;
  handling?: string;
  pace?: string;
  movement?: string;
  [key: string]: unknown;
}

/** The formats that go with a purpose; one that is not known goes with all. */
export function formatsFor(purpose: string, forms: Schemas['FormatModel'][]): Schemas['FormatModel'][] {
  return purpose in PURPOSES ? forms.filter((form) => form.purposes.some((own) => own === purpose)) : forms;
}

/** A format as it starts: every parameter that must be given, at its usual value. */
export function startOf(form: Schemas['FormatModel']): Block['format'] {
  const given = form.parameters.filter((parameter) => parameter.start !== null);
  return { kind: form.kind, ...Object.fromEntries(given.map((p) => [p.name, p.start])) };
}

/** An object with one value set, or taken out where it is left empty. */
export function withValue<T extends object>(object: T, name: string, value: unknown): T {
  const empty = value === undefined || value === '' || (typeof value === 'number' && Number.isNaN(value));
  const kept = Object.entries(object).filter(([key]) => key !== name);
  return Object.fromEntries(empty ? kept : [...kept, [name, value]]) as T;
}

/** A new block of a purpose, in the first format that goes with it. */
export function blockOf(purpose: string, forms: Schemas['FormatModel'][]): Block {
  const form = formatsFor(purpose, forms)[0];
  return { purpose, format: form ? startOf(form) : { kind: 'talk', seconds: 30 } };
}

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

type Purpose = Schemas['FormatModel']['purposes'][number];
/** What a block is for; each format says for what it can be. */
export const PURPOSES: Record<Purpose, string> = {
  welcome: 'Welcome',
  'warm-up': 'Warm-up',
  work: 'Work',
  breather: 'Breather',
  'cool-down': 'Cool-down',
  close: 'Close',
};

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

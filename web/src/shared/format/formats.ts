import { PURPOSES } from './blocks';
import type { Schemas } from '~/shared/http/client';

/** A format in an open document: its kind, and its parameters by name. */
export interface FormatValues {
  kind: string;
  [name: string]: unknown;
}

/** The formats that go with a purpose; one that is not known goes with all. */
export function formatsFor(purpose: string, forms: Schemas['FormatModel'][]): Schemas['FormatModel'][] {
  return purpose in PURPOSES ? forms.filter((form) => form.purposes.some((own) => own === purpose)) : forms;
}

/** A format as it starts: every parameter that must be given, at its usual value. */
export function startOf(form: Schemas['FormatModel']): FormatValues {
  const given = form.parameters.filter((parameter) => parameter.start !== null);
  return { kind: form.kind, ...Object.fromEntries(given.map((p) => [p.name, p.start])) };
}

/** An object with one value set, or taken out where it is left empty. */
export function withValue<T extends object>(object: T, name: string, value: unknown): T {
  const empty = value === undefined || value === '' || (typeof value === 'number' && Number.isNaN(value));
  const kept = Object.entries(object).filter(([key]) => key !== name);
  return Object.fromEntries(empty ? kept : [...kept, [name, value]]) as T;
}

/** The same with another number of reps or seconds: a bout is counted or timed, so the one takes the other out. */
export function withDose<T extends object>(object: T, name: 'reps' | 'seconds', value: number): T {
  const other = name === 'reps' ? 'seconds' : 'reps';
  return withValue(Number.isNaN(value) ? object : withValue(object, other, undefined), name, value);
}

import { type FormatValues, formatsFor, startOf } from '~/shared/format/formats';
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
  format: FormatValues;
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

/** A new block of a purpose, in the first format that goes with it. */
export function blockOf(purpose: string, forms: Schemas['FormatModel'][]): Block {
  const form = formatsFor(purpose, forms)[0];
  return { purpose, format: form ? startOf(form) : { kind: 'talk', seconds: 30 } };
}

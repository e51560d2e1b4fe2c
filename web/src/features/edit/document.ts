import { type FormatValues, formatsFor, startOf } from '~/shared/format/formats';
import { PURPOSES, ROLES } from '~/shared/format/blocks';
import type { Schemas } from '~/shared/http/client';
import { idOf } from '~/shared/http/made';

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

/** The format in which a part is usually written, by its role or what else it is for. */
const USUAL: Record<string, string> = {
  'warm-up': 'flow',
  'cool-down': 'flow',
  activation: 'no-rest-circuit',
  lift: 'straight-sets',
  pairs: 'superset',
  circuit: 'timed-circuit',
  control: 'three-pace',
  pulse: 'intervals-20-10',
  combination: 'add-on',
  core: 'timed-circuit',
  finish: 'last-burst',
  flow: 'no-rest-circuit',
};

/** What a part can be: a purpose, or work with a role. */
export const PARTS: [string, string][] = Object.entries(PURPOSES).flatMap(([id, name]): [string, string][] =>
  id === 'work' ? Object.entries(ROLES) : [[id, name]],
);

/** A new part of a kind, in the format that usually goes with it. */
export function partOf(kind: string, forms: Schemas['FormatModel'][]): Block {
  const role = kind in ROLES;
  const purpose = role ? 'work' : kind;
  const able = formatsFor(purpose, forms);
  const form = able.find((own) => own.kind === USUAL[kind]) ?? able[0];
  const format = form ? startOf(form) : { kind: 'talk', seconds: 30 };
  return role ? { purpose, role: kind, format } : { purpose, format };
}

/** A class without rows that hold nothing yet, and what they are, in words. */
export function complete(
  design: ClassDocument,
  forms: Schemas['FormatModel'][],
): { design: ClassDocument; left: string[] } {
  const needing = new Set(forms.filter((form) => form.least > 0).map((form) => form.kind));
  const full = design.blocks.map((block) => {
    const items = block.items?.filter((item) => item.movement !== '');
    return items ? { ...block, items } : block;
  });
  const kept = full.filter((block) => !needing.has(block.format.kind) || (block.items ?? []).length > 0);
  const empty = full.flatMap((block, place) => (kept.includes(block) ? [] : [`part ${place + 1}`]));
  return { design: { ...design, blocks: kept }, left: empty };
}

const WITH_AMOUNT = /^(.+?)\s+(\d{1,3})\s*(s|sec|seconds|reps?|×)?$/i;

/** The movement of a line such as "Squat", "Squat 12" or "Plank 40 s"; null where there is none of that name. */
export function itemOf(line: string, movements: readonly Schemas['MovementModel'][]): Item | null {
  const whole = nearest(line, movements);
  if (whole) return { movement: whole };
  const found = WITH_AMOUNT.exec(line.trim());
  const movement = found?.[1] && nearest(found[1], movements);
  if (!found || !movement) return null;
  const amount = Number(found[2]);
  return /^s/i.test(found[3] ?? '') ? { movement, seconds: amount } : { movement, reps: amount };
}

/** The one movement that is meant: by its name, or the only one with all these words in it. */
function nearest(typed: string, movements: readonly Schemas['MovementModel'][]): string | null {
  const own = idOf(typed, movements);
  if (own) return own;
  const able = likely(typed, movements);
  return able.length === 1 && able[0] ? able[0].id : null;
}

/** The movements whose names have all typed words in them. */
export function likely(
  typed: string,
  movements: readonly Schemas['MovementModel'][],
): readonly Schemas['MovementModel'][] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  return movements.filter(
    (movement) => !movement.retired && words.every((word) => movement.name.toLowerCase().includes(word)),
  );
}

import { z } from 'zod/mini';

import type { FormatValues } from '~/shared/format/formats';
import { readKept } from '~/shared/kept';

/** A shape as docs/formats/shape.schema.json describes it. `row` tells parts apart on this page only. */
export interface ShapeDocument {
  id: string;
  name: string;
  sentence: string;
  focuses: string[];
  levels: number[];
  minutes: number[];
  parts: ShapePart[];
}

export interface ShapePart {
  role: string;
  theme: string;
  takes: string[];
  format: FormatValues;
  sizes: number[];
  times?: number[] | undefined;
  blocks: number;
  row?: number | undefined;
}

/** What a part may take, in the words of the page. */
export const TAKES: [string, string][] = [
  ['mains', 'main lifts'],
  ['supporting', 'supporting movements'],
  ['steady', 'nothing fast'],
  ['pulse', 'what raises the pulse'],
  ['legs', 'legs'],
  ['upper', 'upper body'],
  ['trunk', 'trunk'],
  ['standing', 'standing'],
  ['floor', 'on the floor'],
  ['to-music', 'to music'],
];

let last = 0;

/** A part that this page can tell from the others. */
export function withRow(part: ShapePart): ShapePart {
  last += 1;
  return { ...part, row: last };
}

export function newPart(): ShapePart {
  return withRow({
    role: 'circuit',
    theme: '',
    takes: ['steady'],
    format: { kind: 'timed-circuit', work_seconds: 40, rest_seconds: 20, rounds: 3, round_rest_seconds: 60 },
    sizes: [4, 6, 8],
    times: [2, 3, 4],
    blocks: 1,
  });
}

export function emptyShape(): ShapeDocument {
  return {
    id: 'draft',
    name: '',
    sentence: '',
    focuses: [],
    levels: [1, 2, 3],
    minutes: [30, 60],
    parts: [newPart()],
  };
}

/** A document from the server, with everything that the page shows. */
export function shapeFrom(document: Record<string, unknown>): ShapeDocument {
  const shape = { ...emptyShape(), ...document } as ShapeDocument;
  return { ...shape, parts: shape.parts.map((part) => withRow(part)) };
}

/** What is sent: without the rows, and without times where the format says how often. */
export function toSend(shape: ShapeDocument): ShapeDocument {
  return {
    ...shape,
    name: shape.name.trim(),
    sentence: shape.sentence.trim() || sentenceOf(shape),
    parts: shape.parts.map((part) => {
      const kept = { ...part, theme: part.theme.trim() || part.role };
      delete kept.row;
      if (!kept.times?.length) delete kept.times;
      return kept;
    }),
  };
}

/** What is said of a shape that has no sentence of its own. */
function sentenceOf(shape: ShapeDocument): string {
  const themes = shape.parts.map((part) => part.theme.trim() || part.role).join(', then ');
  return `${themes.charAt(0).toUpperCase()}${themes.slice(1)}.`.slice(0, 200);
}

const KEPT = z.looseObject({
  name: z.string(),
  sentence: z.string(),
  focuses: z.array(z.string()),
  levels: z.array(z.number()),
  minutes: z.array(z.number()),
  parts: z.array(
    z.looseObject({
      role: z.string(),
      theme: z.string(),
      takes: z.array(z.string()),
      format: z.looseObject({ kind: z.string() }),
      sizes: z.array(z.number()),
      blocks: z.number(),
    }),
  ),
});

const PREFIX = 'grike-shape-draft';

/** The draft of an address that was typed in this tab and not kept yet. */
export function keptShape(address: string): ShapeDocument | null {
  const kept = readKept(sessionStorage, `${PREFIX}-${address}`, KEPT);
  return kept && shapeFrom(kept);
}

export function keepShape(address: string, shape: ShapeDocument | null): void {
  if (shape) sessionStorage.setItem(`${PREFIX}-${address}`, JSON.stringify(shape));
  else sessionStorage.removeItem(`${PREFIX}-${address}`);
}

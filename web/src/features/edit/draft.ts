import { useState } from 'react';
import { z } from 'zod/mini';

import type { Block, ClassDocument, Item } from './document';
import { readKept } from '~/shared/kept';

/** An edit that is not put in yet: what it is now, and the class that it was begun from. */
export interface Draft {
  design: ClassDocument;
  base: string;
  at: string;
}

const PREFIX = 'grike-class-draft';

/** By its day, since that stays when other days are closed. */
function keyOf(series: number, date: string): string {
  return `${PREFIX}-${series}-${date}`;
}

/** What a kept draft must have to be shown; what else it holds stays as it is. */
const KEPT = z.object({
  base: z.string(),
  at: z.string(),
  design: z.looseObject({
    name: z.string(),
    focus: z.string(),
    blocks: z.array(
      z.looseObject({
        purpose: z.string(),
        format: z.looseObject({ kind: z.string() }),
        items: z.exactOptional(z.array(z.looseObject({ movement: z.string() }))),
      }),
    ),
  }),
});

function read(key: string): Draft | null {
  return readKept(localStorage, key, KEPT);
}

let last = 0;

/** A number that no other row of this page has. */
export function newRow(): number {
  last += 1;
  return last;
}

/** A design with every row of the editor changed: blocks, movements, and rounds of a movement. */
function eachRow(design: ClassDocument, change: <T extends object>(entry: T) => T): ClassDocument {
  const item = (own: Item) => change({ ...own, ...(own.passes ? { passes: own.passes.map(change) } : {}) });
  const block = (own: Block) => change({ ...own, ...(own.items ? { items: own.items.map(item) } : {}) });
  return { ...design, blocks: design.blocks.map(block) };
}

/** A design whose rows carry ids of their own, so that a row stays the same row. */
export function withIds(design: ClassDocument): ClassDocument {
  return eachRow(design, (entry) => ({ ...entry, row: newRow() }));
}

/** The class as it is now on the rows of what was there, so that what is picked keeps its focus. */
function onRowsOf(old: ClassDocument, current: ClassDocument): ClassDocument {
  const blocks = current.blocks.map((block, number): Block => {
    const before = old.blocks[number];
    const items = block.items?.map((item, place): Item => {
      const row = before?.items?.[place]?.row ?? newRow();
      return {
        ...item,
        row,
        ...(item.passes ? { passes: item.passes.map((own) => ({ ...own, row: newRow() })) } : {}),
      };
    });
    return { ...block, row: before?.row ?? newRow(), ...(items ? { items } : {}) };
  });
  return { ...current, blocks };
}

export function withoutIds(design: ClassDocument): ClassDocument {
  return eachRow(
    design,
    (entry) => Object.fromEntries(Object.entries(entry).filter(([key]) => key !== 'row')) as typeof entry,
  );
}

/** Which rows there are and in which order. */
function rowsOf(design: ClassDocument): string {
  return JSON.stringify(design.blocks.map((block) => [block.row, block.items?.map((item) => item.row)]));
}

/** Steps that can be taken back; what is typed within so many milliseconds is one step. */
const MOST_STEPS = 60;
const ONE_STEP = 700;

interface Steps {
  past: ClassDocument[];
  future: ClassDocument[];
}

const NO_STEPS: Steps = { past: [], future: [] };

/** The draft of a class, kept in this browser until it is put in or thrown away. */
export function useDraft(series: number, date: string, current: ClassDocument) {
  const key = keyOf(series, date);
  const now = JSON.stringify(current);
  const [draft, setDraft] = useState<Draft>(() => {
    const kept = read(key) ?? { design: current, base: now, at: '' };
    return { ...kept, design: withIds(kept.design) };
  });
  const [steps, setSteps] = useState(NO_STEPS);
  // Nothing was typed: the editor simply follows the class.
  if (!draft.at && draft.base !== now) setDraft({ design: onRowsOf(draft.design, current), base: now, at: '' });
  const put = (next: Draft) => {
    setDraft(next);
    try {
      localStorage.setItem(key, JSON.stringify({ ...next, design: withoutIds(next.design) }));
    } catch {
      // A full or forbidden store loses nothing that is on the page.
    }
  };
  const startAnew = () => {
    localStorage.removeItem(key);
    setDraft({ design: withIds(current), base: now, at: '' });
    setSteps({ past: [...steps.past, draft.design].slice(-MOST_STEPS), future: [] });
  };
  const goTo = (design: ClassDocument | undefined, next: Steps) => {
    if (!design) return;
    setSteps(next);
    if (JSON.stringify(withoutIds(design)) !== now) return put({ ...draft, design, at: new Date().toISOString() });
    localStorage.removeItem(key);
    setDraft({ design, base: now, at: '' });
  };
  return {
    design: draft.design,
    /** When it was typed last; "" while nothing was changed. */
    at: draft.at,
    /** Whether the class became another since the draft was begun. */
    overtaken: Boolean(draft.at) && draft.base !== now,
    /** Change it; `design` has the rows of what is there, so that a row stays the same row. */
    set: (design: ClassDocument) => {
      const at = new Date();
      const typed = rowsOf(draft.design) === rowsOf(design);
      const same = typed && draft.at !== '' && at.getTime() - Date.parse(draft.at) < ONE_STEP;
      const past = same && steps.past.length > 0 ? steps.past : [...steps.past, draft.design];
      setSteps({ past: past.slice(-MOST_STEPS), future: [] });
      put({ ...draft, design, at: at.toISOString() });
    },
    /** Take the class as it is now for what the draft was begun from. */
    onTop: () => put({ ...draft, base: now }),
    /** It was put in: what was typed is the class now. */
    forget: () => {
      localStorage.removeItem(key);
      setDraft({ ...draft, base: now, at: '' });
      setSteps(NO_STEPS);
    },
    startAnew,
    back:
      steps.past.length > 0
        ? () => goTo(steps.past.at(-1), { past: steps.past.slice(0, -1), future: [draft.design, ...steps.future] })
        : null,
    onward:
      steps.future.length > 0
        ? () => goTo(steps.future[0], { past: [...steps.past, draft.design], future: steps.future.slice(1) })
        : null,
  };
}

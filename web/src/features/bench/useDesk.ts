import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';

import { draftOptions, useTemplateWrites } from './api';
import { complete, type ClassDocument, useDraft, withoutIds } from '~/features/edit';
import type { Schemas } from '~/shared/http/client';
import { useLater } from '~/shared/useLater';

type Detail = Schemas['ClassDetail'];

/** A class that is tried: with its rows, how it runs, and what it does to its series. */
interface Tried {
  design: ClassDocument;
  detail: Detail;
  told: Schemas['ConsequencesModel'] | null;
}

/** So long nothing was typed before it is tried, in milliseconds. */
const SETTLED = 150;

/** A class on the desk: as it is, or as it would be with what was typed. */
export function useDesk(stored: Detail, current: ClassDocument, forms: Schemas['FormatModel'][]) {
  const draft = useDraft(stored.series, stored.date, current);
  const dirty = draft.at !== '';
  const whole = useMemo(() => complete(draft.design, forms), [draft.design, forms]);
  const settled = useLater(whole.design, SETTLED);
  const asked = useQuery({
    ...triedOptions(stored, settled),
    enabled: dirty && !draft.overtaken,
    placeholderData: keepPreviousData,
  });
  const [good, setGood] = useState<Tried | null>(null);
  if (dirty && asked.data && asked.data !== good) setGood(asked.data);
  if (!dirty && good) setGood(null);
  const tried: Tried = (dirty && good) || { design: draft.design, detail: stored, told: null };
  const { put } = useTemplateWrites(stored.series, stored.slot, stored.version, 'hand');
  const putIn = () => put.mutate(withoutIds(whole.design), { onSuccess: draft.forget });
  return {
    draft,
    dirty,
    stored,
    /** What is shown: the class as it would be, with what does not come from the draft. */
    detail: dirty ? { ...tried.detail, sessions: stored.sessions, undo: stored.undo, redo: stored.redo } : stored,
    told: tried.told,
    /** Why it cannot be run as it stands. */
    error: dirty ? asked.error : null,
    checking: dirty && !draft.overtaken && (asked.isFetching || settled !== whole.design),
    /** The parts that hold nothing yet, and are left out. */
    left: whole.left,
    /** Where a row of the draft stands in what is shown. */
    at: placesOf(tried.design),
    design: draft.design,
    set: draft.set,
    put,
    putIn,
  };
}

export type Desk = ReturnType<typeof useDesk>;

/** One place of the class: a movement of a part, a part, or the class itself. */
export type Place = { block: number; place: number | null } | null;

function triedOptions(stored: Detail, design: ClassDocument) {
  const options = draftOptions(stored.series, stored.slot, stored.version, withoutIds(design));
  return queryOptions({
    ...options,
    // Rows belong to one draft, so their numbers tell its answers from those of an equal one.
    queryKey: [...options.queryKey, rowsOf(design)],
    queryFn: async (context): Promise<Tried> => {
      const { detail, consequences } = await options.fetch(context.signal);
      return { design, detail, told: consequences };
    },
  });
}

function rowsOf(design: ClassDocument): unknown[] {
  return design.blocks.map((block) => [block.row, ...(block.items ?? []).map((item) => item.row)]);
}

/** The block and place of each row; of a block the place is null. */
function placesOf(design: ClassDocument): Map<unknown, { block: number; place: number | null }> {
  const out = new Map<unknown, { block: number; place: number | null }>();
  design.blocks.forEach((block, number) => {
    out.set(block.row, { block: number, place: null });
    block.items?.forEach((item, place) => out.set(item.row, { block: number, place }));
  });
  return out;
}

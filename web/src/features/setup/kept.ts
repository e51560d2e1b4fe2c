import { z } from 'zod/mini';

import type { NewSeries } from './api';
import { emptyDraft, type Preset, withPreset } from './draft';
import { readKept } from '~/shared/kept';

const KEY = 'grike-setup-draft';
const KIT = z.record(z.string(), z.number());
const LINE = z.looseObject({ mode: z.nullish(z.enum(['must', 'aim', 'off'])), numbers: z.optional(KIT) });
/** What a kept draft must have for the form to show it. */
const SHAPE = z.looseObject({
  name: z.string(),
  start: z.string(),
  weeks: z.number(),
  weekdays: z.array(z.number()),
  minutes: z.number(),
  level: z.number(),
  heads: z.number(),
  room: z.object({ name: z.string(), heads: z.number(), kit: KIT }),
  closed: z.array(z.string()),
  menus: z.record(z.string(), z.array(z.string())),
  formats: z.array(z.string()),
  rules: z.record(z.string(), LINE),
  yardstick: z.enum(['seconds', 'reps', 'sets']),
});

/** The set-up that was begun in this tab and not sent yet, or an empty one in the usual way of working. */
export function keptDraft(today: Date, usual: Preset): NewSeries {
  // The names of kit and focuses are looked at by the server, which says which one it does not know.
  return (readKept(sessionStorage, KEY, SHAPE) as NewSeries | null) ?? withPreset(emptyDraft(today), usual);
}

/** A reload must not lose what was typed. */
export function keepDraft(draft: NewSeries): void {
  sessionStorage.setItem(KEY, JSON.stringify(draft));
}

export function forgetDraft(): void {
  sessionStorage.removeItem(KEY);
}

import type { NewSeries } from './api';
import type { Schemas } from '~/shared/http/client';

type Wishes = Required<Omit<Schemas['WishesModel'], 'levers'>> & Pick<Schemas['WishesModel'], 'levers'>;
export type Pin = Schemas['PinModel'];

export function wishesOf(draft: NewSeries): Wishes {
  return { wanted: [], never: [], cautions: [], pins: [], members: [], class_cautions: [], ...draft.wishes };
}

export function withWishes(draft: NewSeries, part: Partial<Wishes>): NewSeries {
  return { ...draft, wishes: { ...wishesOf(draft), ...part } };
}

/** What can be promised of a day: one focus, one format, or kit (an empty list is body weight). */
export type Promised = Pick<Pin, 'focus' | 'format' | 'kit'>;

/** Promise a day something beside what it has already, kit added to kit; null takes all back. */
export function withPin(draft: NewSeries, week: number, weekday: number, part: Promised | null): NewSeries {
  const pins = wishesOf(draft).pins;
  const now = pins.find((pin) => pin.week === week && pin.weekday === weekday) ?? { week, weekday };
  const others = pins.filter((pin) => pin !== now);
  if (!part) return withWishes(draft, { pins: others });
  const kit = part.kit?.length ? { kit: [...new Set([...(now.kit ?? []), ...part.kit])] } : {};
  return withWishes(draft, { pins: [...others, { ...now, ...part, ...kit }] });
}

/** Spare the people of a class (of every week: null) these; none takes the entry out. */
export function withClassCautions(
  draft: NewSeries,
  week: number | null,
  weekday: number,
  cautions: Schemas['Caution'][],
): NewSeries {
  const others = wishesOf(draft).class_cautions.filter((own) => own.weekday !== weekday || (own.week ?? null) !== week);
  const own = cautions.length ? [{ week, weekday, cautions }] : [];
  return withWishes(draft, { class_cautions: [...others, ...own] });
}

/** The focuses from which a day chooses; empty: any. */
export function menuOf(draft: NewSeries, day: number): Schemas['Focus'][] {
  return draft.menus?.[String(day)] ?? [];
}

export function withMenu(draft: NewSeries, day: number, menu: Schemas['Focus'][]): NewSeries {
  const kept = Object.entries(draft.menus ?? {}).filter(([key]) => key !== String(day));
  return { ...draft, menus: Object.fromEntries(menu.length ? [...kept, [String(day), menu]] : kept) };
}

/** The families and muscles that are kept for a day. */
export function ownedBy(draft: NewSeries, day: number): string[] {
  return Object.entries(draft.rules?.D6?.owned ?? {}).flatMap(([key, owner]) => (owner === day ? [key] : []));
}

/** Keep a family or muscle for a day; null keeps it for none. */
export function withOwned(draft: NewSeries, key: string, day: number | null): NewSeries {
  const line = draft.rules?.D6 ?? { numbers: {}, owned: {} };
  const kept = Object.entries(line.owned ?? {}).filter(([other]) => other !== key);
  const owned = Object.fromEntries(day === null ? kept : [...kept, [key, day]]);
  return { ...draft, rules: { ...draft.rules, D6: { ...line, owned } } };
}

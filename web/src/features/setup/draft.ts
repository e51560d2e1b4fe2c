import type { NewSeries } from './api';
import type { Schemas } from '~/shared/http/client';
import type { Figure } from '~/shared/rules';

/** The next Monday, as the first day of a new series. */
export function nextMonday(today: Date): string {
  const date = new Date(Date.UTC(today.getFullYear(), today.getMonth(), today.getDate()));
  date.setUTCDate(date.getUTCDate() + ((8 - date.getUTCDay()) % 7 || 7));
  return date.toISOString().slice(0, 10);
}

export function emptyDraft(today: Date): NewSeries {
  return {
    name: '',
    start: nextMonday(today),
    weeks: 6,
    weekdays: [0, 1, 3, 4],
    minutes: 45,
    level: 2,
    heads: 16,
    room: {
      name: 'Hall',
      heads: 20,
      kit: {
        mat: 20,
        wall: 20,
        chair: 16,
        towel: 20,
        'dumbbell-light': 16,
        'dumbbell-medium': 16,
        'mini-band': 20,
        'long-band': 16,
      },
    },
    closed: [],
    menus: {},
    formats: [],
    shapes: [],
    rules: {},
    yardstick: 'seconds',
    share_room: false,
  };
}

/** How many classes a draft has, closed days and days before the start left out. */
export function classCount(draft: NewSeries): number {
  const start = new Date(`${draft.start}T00:00:00Z`);
  if (Number.isNaN(start.getTime())) return 0;
  const monday = new Date(start);
  monday.setUTCDate(start.getUTCDate() - ((start.getUTCDay() + 6) % 7));
  let count = 0;
  for (let week = 0; week < Math.min(52, draft.weeks); week += 1) {
    for (const day of draft.weekdays) {
      const date = new Date(monday);
      date.setUTCDate(monday.getUTCDate() + 7 * week + day);
      const iso = date.toISOString().slice(0, 10);
      if (date >= start && !draft.closed?.includes(iso)) count += 1;
    }
  }
  return count;
}

/** A figure of a rule in a draft, at its default where the draft says nothing, with its limits. */
export function ruleNumber(
  rules: Schemas['RuleLine'][],
  draft: NewSeries,
  { rule, number }: Figure,
): Schemas['RuleNumber'] | undefined {
  const usual = rules.find((line) => line.id === rule)?.numbers.find((entry) => entry.name === number);
  return usual && { ...usual, value: draft.rules?.[rule]?.numbers?.[number] ?? usual.value };
}

/** Whether a draft has a rule on, as a must or as an aim. */
export function ruleOn(rules: Schemas['RuleLine'][], draft: NewSeries, rule: string): boolean {
  const usual = rules.find((line) => line.id === rule)?.mode ?? 'off';
  return (draft.rules?.[rule]?.mode ?? usual) !== 'off';
}

export function withRuleNumber(draft: NewSeries, { rule, number: name }: Figure, value: number): NewSeries {
  const line = draft.rules?.[rule] ?? { numbers: {}, owned: {} };
  return { ...draft, rules: { ...draft.rules, [rule]: { ...line, numbers: { ...line.numbers, [name]: value } } } };
}

export function withRuleMode(draft: NewSeries, rule: string, mode: 'must' | 'aim' | 'off'): NewSeries {
  const line = draft.rules?.[rule] ?? { numbers: {}, owned: {} };
  return { ...draft, rules: { ...draft.rules, [rule]: { ...line, mode } } };
}

/** A draft with other shapes; what single days asked for goes with them, and so do formats. */
export function withShapes(draft: NewSeries, shapes: string[]): NewSeries {
  const asked = Object.entries(draft.shape_days ?? {}).map(
    ([day, own]) => [day, own.filter((id) => shapes.includes(id))] as const,
  );
  const shape_days = Object.fromEntries(asked.filter(([, own]) => own.length));
  const next = { ...draft, shapes, shape_days };
  return shapes.length ? { ...next, formats: [] } : { ...next, kept_days: [] };
}

/** A draft with other days of the week; what was asked for on days that are gone goes with them. */
export function withDays(draft: NewSeries, weekdays: number[]): NewSeries {
  const asked = Object.entries(draft.shape_days ?? {}).filter(([day]) => weekdays.includes(Number(day)));
  const kept_days = (draft.kept_days ?? []).filter((day) => weekdays.includes(day));
  const times = Object.fromEntries(Object.entries(draft.times ?? {}).filter(([day]) => weekdays.includes(Number(day))));
  return { ...draft, weekdays, shape_days: Object.fromEntries(asked), kept_days, times };
}

export type Preset = Schemas['PresetModel'];

/** A draft with the rules and shapes of a preset; what somebody counted (minutes, level, kit) stays. */
export function withPreset(draft: NewSeries, preset: Preset): NewSeries {
  return withShapes({ ...draft, rules: preset.rules }, preset.shapes);
}

export type Counted = Pick<NewSeries, 'minutes' | 'level' | 'room'>;

/** What a preset is usually taught with, where a draft has something else. */
export function usualOf(draft: NewSeries, preset: Preset): Counted | null {
  const kit = preset.kit ?? draft.room.kit;
  const usual = {
    minutes: preset.minutes ?? draft.minutes,
    level: preset.level ?? draft.level,
    room: { ...draft.room, kit },
  };
  const same =
    usual.minutes === draft.minutes && usual.level === draft.level && kitText(kit) === kitText(draft.room.kit);
  return same ? null : usual;
}

function kitText(kit: Record<string, number>): string {
  return JSON.stringify(
    Object.entries(kit)
      .filter(([, count]) => count > 0)
      .sort(),
  );
}

/** The preset whose rules a draft has; none once a rule was changed. */
export function presetOf(draft: NewSeries, presets: Preset[]): Preset | undefined {
  const own = rulesText(draft.rules);
  return presets.find((preset) => rulesText(preset.rules) === own);
}

function rulesText(rules: NewSeries['rules']): string {
  const lines = Object.entries(rules ?? {}).map(([id, line]) => [
    id,
    line.mode ?? null,
    line.weight ?? null,
    Object.entries(line.numbers ?? {}).sort(),
  ]);
  return JSON.stringify(lines.sort());
}

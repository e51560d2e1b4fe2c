import type { WhatIf } from './api';
import type { Schemas } from '~/shared/http/client';
import { RETURN, RISE } from '~/shared/rules';
import { DAYS } from '~/shared/format/time';

/** What directors ask most, made for one series. */
export function readyWhatIfs(board: Schemas['Board'], presets: Schemas['PresetModel'][]): WhatIf[] {
  const shorter = board.minutes > 35 ? board.minutes - 15 : board.minutes + 15;
  const last = board.weekdays[board.weekdays.length - 1];
  const fewer: WhatIf[] =
    board.weekdays.length > 1 && last !== undefined
      ? [{ label: `No class on ${DAYS[last]}`, weekdays: board.weekdays.filter((day) => day !== last) }]
      : [];
  return [
    { label: 'No rise from week to week', rules: { [RISE.rule]: { mode: 'off' } } },
    { label: 'A slower rise (3 %)', rules: { [RISE.rule]: { numbers: { [RISE.number]: 3 } } } },
    { label: `${shorter} minutes instead of ${board.minutes}`, minutes: shorter },
    ...fewer,
    { label: `${board.heads + 4} people instead of ${board.heads}`, heads: board.heads + 4 },
    { label: 'Movements may come back after one class', rules: { [RETURN.rule]: { numbers: { [RETURN.number]: 1 } } } },
    ...presets.map((preset) => ({
      label: `By the way of working "${preset.name}"`,
      shapes: preset.shapes,
      rules: preset.rules as unknown as Record<string, Record<string, unknown>>,
    })),
  ];
}

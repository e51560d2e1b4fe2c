import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react';

import type { Shape } from './api';
import { toggled } from '~/shared/format/lists';
import { DAYS } from '~/shared/format/time';
import { Toggle } from '~/shared/ui/Toggle';

export interface DaysOfShapes {
  days: number[];
  /** By weekday, of which shapes its classes are; a day without an entry has any. */
  asked: Record<string, string[]>;
  /** The weekdays that keep their shape from week to week. */
  kept: number[];
  onDays: (change: { shape_days?: Record<string, string[]>; kept_days?: number[] }) => void;
}

/** On which day the classes have which shapes, and which day keeps its own. */
export function DayShapes({ days, asked, kept, onDays, offered }: DaysOfShapes & { offered: Shape[] }) {
  const put = (day: number, ids: string[]) => {
    const others = Object.entries(asked).filter(([own]) => Number(own) !== day);
    onDays({ shape_days: Object.fromEntries(ids.length ? [...others, [String(day), ids]] : others) });
  };
  return (
    <Box mt="2">
      <Text color="soft">
        Days may ask for shapes of their own, and a day may keep its shape from week to week: the same class, with all
        movements fresh.
      </Text>
      {days.map((day) => {
        const own = asked[String(day)] ?? [];
        const left = offered.filter((shape) => !own.includes(shape.id));
        return (
          <Flex
            key={day}
            gap="1"
            align="center"
            wrap="wrap"
            py="0.5"
            role="group"
            aria-label={`Shapes of ${DAYS[day]}`}
          >
            <Text w="24" fontWeight="600">
              {DAYS[day]}
            </Text>
            {own.length === 0 && <Text mr="1">any of them</Text>}
            {own.map((id) => (
              <Toggle key={id} on onToggle={() => put(day, toggled(own, id))}>
                {offered.find((shape) => shape.id === id)?.name ?? id}
              </Toggle>
            ))}
            <NativeSelect.Root size="xs" w="44">
              <NativeSelect.Field
                bg="panel"
                aria-label={`A shape for ${DAYS[day]}`}
                value=""
                onChange={(event) => put(day, [...own, event.target.value])}
              >
                <option value="">{own.length ? 'or another' : 'only of …'}</option>
                {left.map((shape) => (
                  <option key={shape.id} value={shape.id}>
                    {shape.name}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            <Toggle on={kept.includes(day)} onToggle={() => onDays({ kept_days: toggled(kept, day) })}>
              keeps its shape
            </Toggle>
          </Flex>
        );
      })}
    </Box>
  );
}

import { chakra, Flex, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import type { NewSeries } from './api';
import { menuOf, ownedBy, withMenu, withOwned } from './wishes';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { DAYS } from '~/shared/format/time';
import { Toggle } from '~/shared/ui/Toggle';
import { Fold } from '~/shared/ui/Fold';

interface Props {
  draft: NewSeries;
  error?: string | undefined;
  onDraft: (draft: NewSeries) => void;
}

/** What each day may be about, and what is kept for it alone. */
export function DayWishes({ draft, error, onDraft }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  if (!catalogue) return null;
  const chosen = draft.weekdays.some((day) => menuOf(draft, day).length);
  const toggle = (day: number, focus: Schemas['Focus']) => {
    const menu = menuOf(draft, day);
    onDraft(withMenu(draft, day, menu.includes(focus) ? menu.filter((other) => other !== focus) : [...menu, focus]));
  };
  return (
    <Fold mb="3" needed={Boolean(error)} title={`What each day is about (${chosen ? 'chosen' : 'any focus'})`}>
      {() => (
        <>
          <Text color="soft" mb="1">
            Leave a day open and the planner chooses; conditioning comes only where it is asked for. A family or muscle
            that is kept for a day comes on no other.
          </Text>
          {draft.weekdays.map((day) => (
            <Flex
              key={day}
              role="group"
              aria-label={DAYS[day] ?? ''}
              gap="1"
              py="1"
              align="center"
              borderTop="1px solid"
              borderColor="line"
              wrap="wrap"
            >
              <Text w="20" fontWeight="600">
                {DAYS[day]}
              </Text>
              {catalogue.focuses.map((focus) => (
                <Toggle
                  key={focus.id}
                  on={menuOf(draft, day).includes(focus.id)}
                  onToggle={() => toggle(day, focus.id)}
                >
                  {focus.name}
                </Toggle>
              ))}
              <NativeSelect.Root size="xs" w="32" ml="auto">
                <NativeSelect.Field
                  bg="panel"
                  aria-label={`Kept for ${DAYS[day]}`}
                  value=""
                  onChange={(event) => onDraft(withOwned(draft, event.target.value, day))}
                >
                  <option value="">Keep for it</option>
                  {[
                    ...catalogue.families,
                    ...catalogue.muscles.map((muscle) => ({ id: muscle.id, name: muscle.name })),
                  ].map((entry) => (
                    <option key={entry.id} value={entry.id}>
                      {entry.name}
                    </option>
                  ))}
                </NativeSelect.Field>
                <NativeSelect.Indicator />
              </NativeSelect.Root>
              {ownedBy(draft, day).map((key) => (
                <chakra.button
                  key={key}
                  type="button"
                  fontSize="xs"
                  px="2"
                  bg="fernWash"
                  cursor="pointer"
                  aria-label={`No longer keep ${key.replace(/-/g, ' ')} for ${DAYS[day]}`}
                  onClick={() => onDraft(withOwned(draft, key, null))}
                >
                  {key.replace(/-/g, ' ')} ×
                </chakra.button>
              ))}
            </Flex>
          ))}
          {error && <Text color="rowanInk">{error}</Text>}
        </>
      )}
    </Fold>
  );
}

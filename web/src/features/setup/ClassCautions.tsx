import { Button, Flex, NativeSelect, Text } from '@chakra-ui/react';
import { useState } from 'react';

import type { NewSeries } from './api';
import { Cautions } from './Cautions';
import { DaySelect } from './DaySelect';
import { withClassCautions, wishesOf } from './wishes';
import { DAYS } from '~/shared/format/time';
import type { Schemas } from '~/shared/http/client';

interface Props {
  draft: NewSeries;
  all: Schemas['CautionModel'][];
  onDraft: (draft: NewSeries) => void;
}

/** What the people of one day's class must be spared, in every week or in one, beside the group's cautions. */
export function ClassCautions({ draft, all, onDraft }: Props) {
  const [open, setOpen] = useState(false);
  const [week, setWeek] = useState<number | null>(null);
  const [chosenDay, setDay] = useState(draft.weekdays[0] ?? 0);
  const day = draft.weekdays.includes(chosenDay) ? chosenDay : (draft.weekdays[0] ?? 0);
  const entries = wishesOf(draft).class_cautions;
  const now = entries.find((own) => own.weekday === day && (own.week ?? null) === week)?.cautions ?? [];
  const names = new Map(all.map(({ id, name }) => [id, name]));
  const weeks = Array.from({ length: draft.weeks }, (_, index) => index + 1);
  return (
    <Flex
      gap="1"
      py="1"
      wrap="wrap"
      borderTop="1px solid"
      borderColor="line"
      role="group"
      aria-label="Cautions of a class"
    >
      <Text w="24" fontWeight="600">
        In one class
      </Text>
      <Flex direction="column" gap="1" flex="1" minW="64">
        {entries.map((own) => (
          <Flex key={`${own.week}-${own.weekday}`} gap="2" align="center" fontSize="sm">
            <Text>
              <b>
                {DAYS[own.weekday]}, {own.week ? `week ${own.week}` : 'every week'}
              </b>
              : {own.cautions.map((id) => names.get(id) ?? id).join(', ')}
            </Text>
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Take the cautions of ${DAYS[own.weekday]} out`}
              onClick={() => onDraft(withClassCautions(draft, own.week ?? null, own.weekday, []))}
            >
              Take out
            </Button>
          </Flex>
        ))}
        {open ? (
          <Flex gap="2" align="flex-start" wrap="wrap">
            <DaySelect label="Day of the class" days={draft.weekdays} day={day} onDay={setDay} />
            <NativeSelect.Root size="xs" w="32">
              <NativeSelect.Field
                bg="panel"
                aria-label="Week of the class"
                value={week ?? 0}
                onChange={(event) => setWeek(Number(event.target.value) || null)}
              >
                <option value={0}>every week</option>
                {weeks.map((number) => (
                  <option key={number} value={number}>
                    week {number}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            <Cautions
              label="Cautions of this class"
              all={all}
              chosen={now}
              onChosen={(cautions) => onDraft(withClassCautions(draft, week, day, cautions))}
            />
          </Flex>
        ) : (
          <Button size="xs" variant="outline" alignSelf="flex-start" onClick={() => setOpen(true)}>
            Spare the people of one class
          </Button>
        )}
      </Flex>
    </Flex>
  );
}

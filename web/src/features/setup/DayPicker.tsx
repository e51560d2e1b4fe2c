import { Field, Flex } from '@chakra-ui/react';

import { DAYS } from '~/shared/format/time';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  days: number[];
  error?: string | undefined;
  onDays: (days: number[]) => void;
}

export function DayPicker({ days, error, onDays }: Props) {
  const toggle = (day: number) =>
    onDays(days.includes(day) ? days.filter((other) => other !== day) : [...days, day].sort((a, b) => a - b));
  return (
    <Field.Root invalid={Boolean(error)} role="group" aria-label="Days">
      <Field.Label asChild>
        <span>Days</span>
      </Field.Label>
      <Flex gap="1" wrap="wrap">
        {DAYS.map((name, day) => (
          <Toggle key={name} size="sm" on={days.includes(day)} aria-label={name} onToggle={() => toggle(day)}>
            {name.slice(0, 3)}
          </Toggle>
        ))}
      </Flex>
      {error && <Field.ErrorText color="rowanInk">{error}</Field.ErrorText>}
    </Field.Root>
  );
}

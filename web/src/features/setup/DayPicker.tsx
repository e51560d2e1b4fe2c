import { Button, Field, Flex } from '@chakra-ui/react';

import { DAYS } from '~/shared/format/time';

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
      <Flex gap="1">
        {DAYS.map((name, day) => (
          <Button
            key={name}
            size="sm"
            variant={days.includes(day) ? 'solid' : 'outline'}
            bg={days.includes(day) ? 'action' : 'panel'}
            color={days.includes(day) ? 'onAction' : 'ink'}
            aria-pressed={days.includes(day)}
            aria-label={name}
            onClick={() => toggle(day)}
          >
            {name.slice(0, 3)}
          </Button>
        ))}
      </Flex>
      {error && <Field.ErrorText>{error}</Field.ErrorText>}
    </Field.Root>
  );
}

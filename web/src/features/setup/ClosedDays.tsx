import { Button, Field, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { shortDate } from '~/shared/format/time';

interface Props {
  closed: string[];
  error?: string | undefined;
  onClosed: (closed: string[]) => void;
}

export function ClosedDays({ closed, error, onClosed }: Props) {
  const [date, setDate] = useState('');
  return (
    <Field.Root invalid={Boolean(error)}>
      <Field.Label>Closed days</Field.Label>
      <Flex gap="2" align="center" wrap="wrap">
        <Input type="date" size="sm" w="40" bg="panel" value={date} onChange={(event) => setDate(event.target.value)} />
        <Button
          size="sm"
          variant="outline"
          disabled={!date || closed.includes(date)}
          onClick={() => {
            onClosed([...closed, date].sort());
            setDate('');
          }}
        >
          Add
        </Button>
        {closed.map((day) => (
          <Button
            key={day}
            size="xs"
            variant="subtle"
            aria-label={`Open ${shortDate(day)} again`}
            onClick={() => onClosed(closed.filter((other) => other !== day))}
          >
            {shortDate(day)} ×
          </Button>
        ))}
        {!closed.length && <Text color="soft">none</Text>}
      </Flex>
      {error && <Field.ErrorText color="rowanInk">{error}</Field.ErrorText>}
    </Field.Root>
  );
}

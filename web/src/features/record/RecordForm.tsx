import { Box, Button, Field, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { useSessionWrites } from './api';
import type { Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { Trouble } from '~/shared/ui/States';

interface Props {
  series: number;
  slot: number;
  session: Schemas['SessionModel'];
  minutes: number;
  marks?: Schemas['MarkModel'][];
  onDone: () => void;
}

/** What a session really was: minutes, effort, people, a note, and what was timed on the way. */
export function RecordForm({ series, slot, session, minutes, marks = [], onDone }: Props) {
  const [values, setValues] = useState({
    minutes: String(session.minutes ?? minutes),
    effort: session.effort == null ? '' : String(session.effort),
    heads: session.heads == null ? '' : String(session.heads),
    note: session.note ?? '',
  });
  const { record } = useSessionWrites(series, slot);
  const faults = record.error instanceof Problem ? record.error.fields : {};
  const number = (text: string) => (text.trim() === '' ? null : Number(text));
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const body = {
      minutes: number(values.minutes) ?? 0,
      effort: number(values.effort),
      heads: number(values.heads),
      note: values.note,
      marks,
    };
    record.mutate({ session: session.id, body }, { onSuccess: onDone });
  };
  const field = (name: keyof typeof values, label: string, width: string, type = 'number') => (
    <Field.Root w={width} invalid={Boolean(faults[name])}>
      <Field.Label fontSize="xs">{label}</Field.Label>
      <Input
        size="xs"
        type={type}
        step="any"
        bg="panel"
        value={values[name]}
        onChange={(event) => setValues({ ...values, [name]: event.target.value })}
      />
      {faults[name] && <Field.ErrorText color="rowanInk">{faults[name]}</Field.ErrorText>}
    </Field.Root>
  );
  return (
    <Box as="form" aria-label="Record" onSubmit={submit} my="1">
      <Flex gap="2" align="flex-start" wrap="wrap">
        {field('minutes', 'Minutes', '20')}
        {field('effort', 'Effort, 0 to 10', '24')}
        {field('heads', 'People', '16')}
        {field('note', 'Note', 'full', 'text')}
      </Flex>
      <Text fontSize="xs" color="soft">
        Effort: how hard the class was for the group, 0 rest to 10 all out.
        {marks.length > 0 && ` ${marks.length} timed stretches go with it.`}
      </Text>
      {record.error && Object.keys(faults).length === 0 && <Trouble error={record.error} />}
      <Flex gap="2" mt="1">
        <Button type="submit" size="xs" bg="action" color="onAction" loading={record.isPending}>
          Keep the record
        </Button>
        <Button size="xs" variant="outline" onClick={onDone}>
          Leave it
        </Button>
      </Flex>
    </Box>
  );
}

import { Box, Button, Field, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { fieldsOptions, useMovementWrites } from './api';
import type { Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  /** The movement that is edited; null for a new one. */
  id: string | null;
  onDone: (id: string | null) => void;
}

export function MovementForm({ id, onDone }: Props) {
  const read = useQuery(fieldsOptions(id ?? 'blank'));
  if (!read.data && read.error) return <Trouble error={read.error} />;
  if (!read.data) return <Waiting what="Opening the form" />;
  return <Form id={id} read={read.data} onDone={onDone} />;
}

function Form({ id, read, onDone }: Props & { read: Schemas['MovementFields'] }) {
  const [texts, setTexts] = useState(() => Object.fromEntries(read.fields.map((field) => [field.name, field.text])));
  const { save } = useMovementWrites();
  const faults = save.error instanceof Problem ? save.error.fields : {};
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    save.mutate({ id, version: read.version, fields: texts }, { onSuccess: () => onDone(texts.id ?? null) });
  };
  return (
    <Box as="form" onSubmit={submit} aria-label={id ? 'Edit movement' : 'New movement'}>
      <Flex align="center" gap="2">
        <Heading as="h2" size="lg">
          {id ? `Edit ${texts.name}` : 'New movement'}
        </Heading>
        <Button type="submit" size="sm" ml="auto" bg="action" color="onAction" loading={save.isPending}>
          Save
        </Button>
        <Button size="sm" variant="outline" onClick={() => onDone(null)}>
          Leave as it was
        </Button>
      </Flex>
      {save.error && <Trouble error={save.error} />}
      <Text color="soft" mb="2">
        Lists are separated by semicolons. Options name another movement with an arrow, such as -&gt; squat (load), or
        say it in words.
      </Text>
      <Grid templateColumns="repeat(3, 1fr)" gap="2">
        {read.fields.map((field) => (
          <Field.Root
            key={field.name}
            invalid={Boolean(faults[field.name])}
            readOnly={field.name === 'id' && id !== null}
          >
            <Field.Label fontSize="xs" display="inline-block" _firstLetter={{ textTransform: 'uppercase' }}>
              {field.meaning}
            </Field.Label>
            <Input
              size="xs"
              bg="panel"
              value={texts[field.name] ?? ''}
              onChange={(event) => setTexts({ ...texts, [field.name]: event.target.value })}
            />
            {faults[field.name] && <Field.ErrorText>{faults[field.name]}</Field.ErrorText>}
          </Field.Root>
        ))}
      </Grid>
    </Box>
  );
}

import { Box, Button, chakra, Field, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import { fieldsOptions, useMovementWrites } from './api';
import { FormField } from './FormField';
import { like, slugOf } from './likeness';
import type { Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { useMovements } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  /** The movement that is edited; null for a new one. */
  id: string | null;
  onDone: (id: string | null) => void;
}

/** What a new movement asks for first; all else is what is usual, or what the one it is like has. */
const FIRST = ['name', 'kit', 'level', 'targets', 'cues', 'faults', 'harder'];

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
  const put = (name: string, text: string) =>
    setTexts({ ...texts, [name]: text, ...(name === 'name' && id === null ? { id: slugOf(text) } : {}) });
  const shown = (field: Schemas['FieldModel']) => (
    <FormField
      key={field.name}
      field={field}
      text={texts[field.name] ?? ''}
      fault={faults[field.name]}
      fixed={field.name === 'id' && id !== null}
      onText={(text) => put(field.name, text)}
    />
  );
  const first = read.fields.filter((field) => FIRST.includes(field.name));
  const rest = read.fields.filter((field) => !FIRST.includes(field.name));
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
      {id === null && <Likeness onLike={(own) => setTexts(like(own, texts.name ?? ''))} />}
      <Text color="soft" mb="2">
        Cues and faults are separated by semicolons. An option names another movement with an arrow, such as -&gt; squat
        (load), or says it in words and what changes: Hold a chair (base).
      </Text>
      <Grid templateColumns="repeat(auto-fit, minmax(16rem, 1fr))" gap="2">
        {first.map(shown)}
      </Grid>
      <chakra.details mt="3" open={id !== null || rest.some((field) => faults[field.name]) || undefined}>
        <Box as="summary" cursor="pointer" fontWeight="600">
          More: muscles, position, dose, joints, options
        </Box>
        <Grid templateColumns="repeat(auto-fit, minmax(16rem, 1fr))" gap="2" mt="2">
          {rest.map(shown)}
        </Grid>
      </chakra.details>
    </Box>
  );
}

/** The movement that a new one is like: it gives all fields but the names. */
function Likeness({ onLike }: { onLike: (texts: Record<string, string>) => void }) {
  const movements = useMovements();
  const client = useQueryClient();
  const [text, setText] = useState('');
  const pick = async (typed: string) => {
    setText(typed);
    const found = [...movements.values()].find((entry) => entry.name.toLowerCase() === typed.trim().toLowerCase());
    if (!found) return;
    const read = await client.fetchQuery(fieldsOptions(found.id));
    onLike(Object.fromEntries(read.fields.map((field) => [field.name, field.text])));
  };
  return (
    <Field.Root my="2" maxW="md">
      <Field.Label fontSize="xs">What is it like?</Field.Label>
      <Input
        size="sm"
        bg="panel"
        list="likeness"
        placeholder="A movement that you know, such as Goblet squat"
        value={text}
        onChange={(event) => void pick(event.target.value)}
      />
      <datalist id="likeness">
        {[...movements.values()].map((movement) => (
          <option key={movement.id} value={movement.name} />
        ))}
      </datalist>
      <Field.HelperText fontSize="xs">
        Everything but the names is taken from it; change below what differs, then save.
      </Field.HelperText>
    </Field.Root>
  );
}

import { Box, Button, Flex, Input, NativeSelect } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { peopleOptions, useSessionWrites } from './api';
import type { Schemas } from '~/shared/http/client';
import { Trouble } from '~/shared/ui/States';

/** Put somebody down to teach a class, on its day unless another is chosen. */
export function NewSession({ detail }: { detail: Schemas['ClassDetail'] }) {
  const people = useQuery(peopleOptions);
  const [at, setAt] = useState((detail.begins ?? `${detail.date}T18:00`).slice(0, 16));
  const [who, setWho] = useState('');
  const { add } = useSessionWrites(detail.series, detail.slot);
  return (
    <Box as="details" fontSize="xs">
      <Box as="summary" cursor="pointer">
        Put somebody down to teach it
      </Box>
      <Flex gap="1" mt="1" wrap="wrap">
        <Input
          size="xs"
          type="datetime-local"
          aria-label="Begins"
          w="48"
          value={at}
          onChange={(event) => setAt(event.target.value)}
        />
        <NativeSelect.Root size="xs" w="36">
          <NativeSelect.Field aria-label="Instructor" value={who} onChange={(event) => setWho(event.target.value)}>
            <option value="">Who teaches?</option>
            {people.data?.map((person) => (
              <option key={person.id} value={person.id}>
                {person.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Button
          size="xs"
          variant="outline"
          disabled={!at || !who || add.isPending}
          onClick={() => add.mutate({ starts_at: at, instructor: Number(who) }, { onSuccess: () => setWho('') })}
        >
          Put them down
        </Button>
      </Flex>
      {add.error && <Trouble error={add.error} />}
    </Box>
  );
}

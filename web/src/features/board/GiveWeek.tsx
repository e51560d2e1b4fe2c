import { Box, Button, Flex, NativeSelect, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import { peopleOptions } from '~/features/record';
import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew } from '~/shared/http/settled';
import { Trouble } from '~/shared/ui/States';

/** A whole week given to somebody in one press; what was taught stays, and it can be taken back. */
export function GiveWeek({ series, week }: { series: number; week: number }) {
  const client = useQueryClient();
  const people = useQuery(peopleOptions);
  const [who, setWho] = useState('');
  const onSettled = lookAnew(client, ['series', series]);
  const params = { path: { series_id: series, week } };
  const give = useMutation({
    mutationFn: (instructor: number) =>
      data(http.POST('/api/series/{series_id}/weeks/{week}/give', { params, body: { instructor } })),
    onSettled,
  });
  const back = useMutation({
    mutationFn: (body: Schemas['WeekSessions']) =>
      data(http.PUT('/api/series/{series_id}/weeks/{week}/sessions', { params, body })),
    onSuccess: () => give.reset(),
    onSettled,
  });
  const error = give.error ?? back.error;
  return (
    <Box my="2">
      <Flex gap="2">
        <NativeSelect.Root size="xs" flex="1">
          <NativeSelect.Field
            aria-label={`Who teaches week ${week + 1}`}
            value={who}
            onChange={(event) => setWho(event.target.value)}
          >
            <option value="">Who teaches the week?</option>
            {people.data?.map((person) => (
              <option key={person.id} value={person.id}>
                {person.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Button size="xs" variant="outline" disabled={!who || give.isPending} onClick={() => give.mutate(Number(who))}>
          Give the week
        </Button>
      </Flex>
      {give.data && (
        <Flex gap="2" align="center" mt="1" role="status" fontSize="xs">
          <Text>{give.data.label}.</Text>
          <Button
            size="2xs"
            variant="outline"
            disabled={back.isPending}
            onClick={() => give.data && back.mutate(give.data.before)}
          >
            As it was
          </Button>
        </Flex>
      )}
      {error && <Trouble error={error} />}
    </Box>
  );
}

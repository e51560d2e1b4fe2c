import { Box, Flex, Heading, Link, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';

import { paceOptions, peopleOptions } from './api';
import { PaceRows } from './PaceRows';
import { Trouble, Waiting } from '~/shared/ui/States';

/** How long things take with this group, how sure that is, and what the clock would use without. */
export function PacePage() {
  const series = Number(useParams().id);
  const [who, setWho] = useState('');
  const people = useQuery(peopleOptions);
  const pace = useQuery(paceOptions(series, who ? Number(who) : null));
  return (
    <Box maxW="4xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to={`/series/${series}`}>Back to the board</RouterLink>
      </Link>
      <Heading as="h1" size="2xl" mb="1">
        Pace of this group
      </Heading>
      <Text color="soft" mb="3">
        The real clock of every class counts with these. They come from the sessions that were timed; one odd evening
        changes nothing, what comes back does. The band is where half of the sessions lie.
      </Text>
      <Flex align="center" gap="2" mb="3">
        <Text>Taught by</Text>
        <NativeSelect.Root size="sm" w="60">
          <NativeSelect.Field
            aria-label="Instructor"
            bg="panel"
            value={who}
            onChange={(event) => setWho(event.target.value)}
          >
            <option value="">anybody</option>
            {people.data?.map((person) => (
              <option key={person.id} value={person.id}>
                {person.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Flex>
      {pace.error && <Trouble error={pace.error} />}
      {pace.isPending && <Waiting what="Adding the records up" />}
      {pace.data && <PaceRows title="Between the bouts, and counted bouts" rows={pace.data.kinds} />}
      {pace.data && pace.data.movements.length > 0 && (
        <PaceRows title="Movements with a pace of their own" rows={pace.data.movements} />
      )}
    </Box>
  );
}

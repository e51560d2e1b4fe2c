import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { Play, Printer } from 'lucide-react';
import { Link as RouterLink } from 'react-router';

import { useKeptClass } from '~/features/teach';
import { DAYS, shortDate } from '~/shared/format/time';
import { data, http, type Schemas } from '~/shared/http/client';
import { ON_PHONE } from '~/shared/http/onPhone';
import { Trouble, Waiting } from '~/shared/ui/States';

type MyClass = Schemas['MyClass'];

/** Now as the clock on the wall shows it, to the minute: times of classes have no zone. */
function wallClock(): string {
  const now = new Date();
  return new Date(now.getTime() - 60_000 * now.getTimezoneOffset()).toISOString().slice(0, 16);
}

const mineOptions = queryOptions({
  queryKey: ['mine'],
  queryFn: () => data(http.GET('/api/my-classes', { params: { query: { since: wallClock() } } })),
  meta: ON_PHONE,
});

/** What one is down to teach: the next class large, the others below it week by week. */
export function MinePage() {
  const mine = useQuery(mineOptions);
  if (mine.error && !mine.data) return <Trouble error={mine.error} onRetry={() => void mine.refetch()} />;
  if (!mine.data) return <Waiting what="Looking for your classes" />;
  const [next, ...later] = mine.data;
  return (
    <Box maxW="3xl" mx="auto">
      <Heading as="h1" size="2xl" mb="3">
        My classes
      </Heading>
      {next ? (
        <Next own={next} />
      ) : (
        <Text color="soft">You are not down to teach anything. A director puts you down on the page of a class.</Text>
      )}
      {later.length > 0 && (
        <Box as="ul" listStyleType="none" mt="4" aria-label="After that">
          {later.map((own) => (
            <Flex as="li" key={own.session} gap="3" py="2" borderTop="1px solid" borderColor="line" wrap="wrap">
              <Text w="40" flexShrink="0">
                {when(own)}
              </Text>
              <Box flex="1" minW="48">
                <Name own={own} />
                <Text color="soft" fontSize="xs">
                  {own.series_name}, week {own.week + 1}
                  {own.site ? `, ${own.site}` : ''}
                  {own.recorded ? '; recorded' : ''}
                </Text>
                <Clashes own={own} />
              </Box>
              <Ways own={own} />
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  );
}

function Next({ own }: { own: MyClass }) {
  return (
    <Box bg="panel" borderLeft="4px solid" borderColor="fernInk" p="4">
      <Text color="soft">Next: {[when(own), own.room, own.site].filter(Boolean).join(', ')}</Text>
      <Heading as="h2" size="lg" my="1">
        <Name own={own} />
      </Heading>
      <Text color="soft" mb="3">
        {own.series_name}, week {own.week + 1}
      </Text>
      <Clashes own={own} />
      <Ways own={own} />
      {own.slot !== null && <OnPhone series={own.series} slot={own.slot} />}
    </Box>
  );
}

/** What does not go together with a class: another at the same time, no time to come over. */
function Clashes({ own }: { own: MyClass }) {
  return own.clashes.map((clash) => (
    <Text key={clash} color="rowanInk" fontSize="sm">
      {clash}
    </Text>
  ));
}

/** Whether the next class can be taught without a network from here on. */
function OnPhone({ series, slot }: { series: number; slot: number }) {
  const kept = useKeptClass(series, slot);
  return (
    <Text mt="2" fontSize="sm" color="soft" role="status">
      {kept
        ? 'It is on this machine: it can be taught without a network.'
        : 'Fetching it, to be taught without a network …'}
    </Text>
  );
}

function Name({ own }: { own: MyClass }) {
  if (own.slot === null) return <Text as="span">{own.name}</Text>;
  return (
    <Link asChild color="ink" textDecoration="underline">
      <RouterLink to={`/series/${own.series}/classes/${own.slot}`}>{own.name}</RouterLink>
    </Link>
  );
}

function Ways({ own }: { own: MyClass }) {
  if (own.slot === null) return null;
  const to = `/series/${own.series}/classes/${own.slot}`;
  return (
    <Flex gap="2">
      <Button asChild size="sm" variant="outline">
        <RouterLink to={`${to}/teach`} aria-label={`Teach ${own.name}, ${when(own)}`}>
          <Play /> Teach
        </RouterLink>
      </Button>
      <Button asChild size="sm" variant="outline">
        <RouterLink to={`${to}/sheet`} aria-label={`Run sheet of ${own.name}, ${when(own)}`}>
          <Printer /> Sheet
        </RouterLink>
      </Button>
    </Flex>
  );
}

/** A day and a time: Tuesday 1 Dec, 18:00. */
function when(own: MyClass): string {
  const [date = '', time = ''] = own.starts_at.split('T');
  const weekday = (new Date(`${date}T00:00:00`).getDay() + 6) % 7;
  return `${DAYS[weekday]} ${shortDate(date)}, ${time.slice(0, 5)}`;
}

import { Box, chakra, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink, useParams } from 'react-router';

import { doneOptions } from './api';
import { DoneBy } from './DoneBy';
import { Following } from './Following';
import { Seasons } from './Seasons';
import type { Schemas } from '~/shared/http/client';
import { useMovements, useNames, useVocabulary } from '~/shared/http/vocabulary';
import { clock, DAYS, figure } from '~/shared/format/time';
import { Trouble, Waiting } from '~/shared/ui/States';

type Week = Schemas['WeekDoneModel'];

/** What was really done, week by week, beside what was planned for the same classes. */
export function DonePage() {
  const series = Number(useParams().id);
  const done = useQuery(doneOptions(series));
  const words = useVocabulary();
  if (!words.ready && words.error) return <Trouble error={words.error} onRetry={words.retry} />;
  if (!words.ready) return <Waiting what="Adding the records up" />;
  return (
    <Box maxW="5xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to={`/series/${series}`}>Back to the board</RouterLink>
      </Link>
      <Heading as="h1" size="2xl" mb="1">
        What was done
      </Heading>
      <Text color="soft" mb="3">
        Sets of the classes that were recorded, done beside planned. What was left out, swapped or held longer on the
        floor is in it; a class without a record is in neither. Load is effort times minutes; the ratio of a week to the
        last four, acute to chronic, is contested as a sign of injury: read it as a jump, and no more.
      </Text>
      <Following series={series} />
      {done.error && <Trouble error={done.error} onRetry={() => void done.refetch()} />}
      {done.isPending && <Waiting what="Adding the records up" />}
      {done.data?.length === 0 && (
        <Text>Nothing is recorded yet. Whoever teaches a class keeps its record when it ends.</Text>
      )}
      {done.data?.map((week) => (
        <OneWeek key={week.week} week={week} />
      ))}
      <DoneBy series={series} />
      <Seasons series={series} />
    </Box>
  );
}

function OneWeek({ week }: { week: Week }) {
  const movements = useMovements();
  const most = Math.max(1, ...week.muscles.map((own) => Math.max(own.planned, own.done)));
  return (
    <Box as="section" aria-label={`Week ${week.week + 1}`} bg="panel" p="4" mb="4">
      <Flex align="baseline" gap="4" wrap="wrap" mb="2">
        <Heading as="h2" size="lg">
          Week {week.week + 1}
        </Heading>
        <Text>
          {week.recorded} of {week.classes} classes recorded
          {week.share == null ? '' : `; ${Math.round(100 * week.share)} % of their sets done`}
        </Text>
        <Text color="soft" ml="auto">
          {loadWords(week)}
        </Text>
      </Flex>
      <Flex gap="6" wrap="wrap" align="flex-start">
        <Bars week={week} most={most} />
        <Box flex="1" minW="72">
          <Text>
            One side at a time: left {clock(week.left)}, right {clock(week.right)}
            {week.left === week.right ? ', equal.' : '.'}
          </Text>
          {week.short.length > 0 && (
            <>
              <Heading as="h3" size="sm" mt="3">
                Came short
              </Heading>
              <Box as="ul" pl="4">
                {week.short.map((own) => (
                  <li key={own.movement}>
                    {movements.get(own.movement)?.name ?? own.movement}: {figure(own.done)} of {figure(own.planned)}{' '}
                    sets
                  </li>
                ))}
              </Box>
            </>
          )}
          {week.differed.map((own) => (
            <Box key={own.weekday} mt="3">
              <Heading as="h3" size="sm">
                {DAYS[own.weekday]}
              </Heading>
              {own.differed.length > 0 && <Text>{own.differed.join('; ')}.</Text>}
              {own.note && <Text color="soft">{own.note}</Text>}
            </Box>
          ))}
        </Box>
      </Flex>
    </Box>
  );
}

/** Session load, with what is known of how evenly it lay; what that means is disputed, and said so. */
function loadWords(week: Week): string {
  if (week.load == null) return 'No load: an effort is missing.';
  const even =
    week.monotony == null ? '' : `, monotony ${week.monotony.toFixed(2)}, strain ${figure(week.strain ?? 0)}`;
  const ratio = week.acute_to_chronic == null ? '' : `; acute to chronic ${week.acute_to_chronic.toFixed(2)}`;
  return `Load ${figure(Math.round(week.load))}${even}${ratio}`;
}

/** Muscle groups from head to foot: what was done as a bar, what was planned as a line on it. */
function Bars({ week, most }: { week: Week; most: number }) {
  const name = useNames();
  const at = (sets: number) => `${(100 * sets) / most}%`;
  return (
    <chakra.table fontSize="sm" flex="1" minW={{ base: '0', sm: '80' }}>
      <thead>
        <chakra.tr color="soft" textAlign="left" fontSize="xs">
          <th>Muscle group</th>
          <th>Done, and planned as a line</th>
          <th>Sets</th>
        </chakra.tr>
      </thead>
      <tbody>
        {week.muscles.map((own) => (
          <tr key={own.muscle}>
            <chakra.td pr="3">{name(own.muscle)}</chakra.td>
            <chakra.td w={{ base: '24', sm: '56' }}>
              <Box position="relative" h="3.5" bg="sunken" aria-hidden="true">
                <Box h="full" bg={own.done < own.planned ? 'lichenInk' : 'fernInk'} style={{ width: at(own.done) }} />
                <Box position="absolute" top="-1px" bottom="-1px" w="2px" bg="ink" style={{ left: at(own.planned) }} />
              </Box>
            </chakra.td>
            <chakra.td pl="2" fontFamily="mono" whiteSpace="nowrap">
              {figure(own.done)} of {figure(own.planned)}
            </chakra.td>
          </tr>
        ))}
      </tbody>
    </chakra.table>
  );
}

import { Box, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { doneByOptions } from './api';
import { Figures } from './Figures';
import { minutes, orDash, percent } from './went';
import type { Schemas } from '~/shared/http/client';
import { figure, shortDate } from '~/shared/format/time';

type Trend = Schemas['TrendModel'];
type Once = Schemas['TaughtOnce'];

const HEADS = ['', 'Classes', 'Minutes', 'Sets done', 'Effort', 'People', 'Effort by week'];

/** How it went with each instructor, and one class as several of them taught it. */
export function DoneBy({ series }: { series: number }) {
  const { data: found } = useQuery(doneByOptions(series));
  if (!found?.trends.length) return null;
  return (
    <Box as="section" aria-label="By instructor" bg="panel" p="4" mb="4" overflowX="auto">
      <Heading as="h2" size="lg">
        By instructor
      </Heading>
      <Text color="soft" mb="2">
        Means over the classes that each has recorded here. Groups and evenings differ: this starts a talk and ends
        none.
      </Text>
      <Figures label="Instructors" heads={HEADS} rows={found.trends.map(rowOf)} />
      {found.places.length > 1 && (
        <Box mt="4">
          <Heading as="h3" size="sm">
            Where
          </Heading>
          <Figures label="Where" heads={HEADS} rows={found.places.map(rowOf)} />
        </Box>
      )}
      {found.often.map((own) => (
        <Box key={`${own.name} ${own.times[0]?.starts_at}`} mt="4">
          <Heading as="h3" size="sm">
            {own.name}, taught {own.times.length} times
          </Heading>
          <Figures
            label={own.name}
            heads={['', 'When', 'Where', 'Minutes', 'Sets done', 'Effort', 'People', 'What differed']}
            rows={own.times.map((one: Once) => [
              one.who,
              `${shortDate(one.starts_at.slice(0, 10))}, ${one.starts_at.slice(11, 16)}`,
              one.where || '–',
              minutes(one.over),
              percent(one.share),
              orDash(one.effort),
              orDash(one.heads),
              one.differed.join('; ') || 'nothing',
            ])}
          />
        </Box>
      ))}
    </Box>
  );
}

function rowOf(own: Trend) {
  const weeks = Object.entries(own.efforts).map(([week, effort]) => `${Number(week) + 1}: ${figure(effort)}`);
  return [
    own.of,
    own.classes,
    minutes(own.over),
    percent(own.share),
    orDash(own.effort),
    orDash(own.heads),
    weeks.join(', '),
  ];
}

import { Box, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { doneByOptions } from './api';
import { Figures } from './Figures';
import { minutes, orDash, percent } from './went';
import type { Schemas } from '~/shared/http/client';
import { figure, shortDate } from '~/shared/format/time';

type Trend = Schemas['TrendModel'];
type Once = Schemas['TaughtOnce'];

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
      <Figures
        label="Instructors"
        heads={['', 'Classes', 'Minutes', 'Sets done', 'Effort', 'People', 'Effort by week']}
        rows={found.trends.map((own: Trend) => [
          own.who,
          own.classes,
          minutes(own.over),
          percent(own.share),
          orDash(own.effort),
          orDash(own.heads),
          Object.entries(own.efforts)
            .map(([week, effort]) => `${Number(week) + 1}: ${figure(effort)}`)
            .join(', '),
        ])}
      />
      {found.often.map((own) => (
        <Box key={`${own.name} ${own.times[0]?.starts_at}`} mt="4">
          <Heading as="h3" size="sm">
            {own.name}, taught {own.times.length} times
          </Heading>
          <Figures
            label={own.name}
            heads={['', 'When', 'Minutes', 'Sets done', 'Effort', 'People', 'What differed']}
            rows={own.times.map((one: Once) => [
              one.who,
              shortDate(one.starts_at.slice(0, 10)),
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

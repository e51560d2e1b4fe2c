import { Box, chakra, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { doneByOptions } from './api';
import type { Schemas } from '~/shared/http/client';
import { figure, shortDate } from '~/shared/format/time';

type Trend = Schemas['TrendModel'];
type Once = Schemas['TaughtOnce'];

const percent = (share: number | null) => (share === null ? '–' : `${Math.round(100 * share)} %`);
const orDash = (value: number | null) => (value === null ? '–' : figure(value));
const minutes = (over: number) => (over === 0 ? 'on time' : `${figure(Math.abs(over))} ${over > 0 ? 'over' : 'under'}`);

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
      <Table
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
          <Table
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

function Table({ label, heads, rows }: { label: string; heads: string[]; rows: (string | number)[][] }) {
  return (
    <chakra.table aria-label={label} fontSize="sm" w="full">
      <thead>
        <chakra.tr color="soft" textAlign="left" fontSize="xs">
          {heads.map((head) => (
            <chakra.th key={head} pr="4">
              {head}
            </chakra.th>
          ))}
        </chakra.tr>
      </thead>
      <tbody>
        {rows.map((cells) => (
          <chakra.tr key={cells.join()} borderTop="1px solid" borderColor="line">
            {cells.map((cell, place) => (
              <chakra.td key={heads[place]} pr="4" py="1" fontWeight={place ? undefined : '600'}>
                {cell}
              </chakra.td>
            ))}
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  );
}

import { Box, chakra, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';

import { returningOptions } from './api';
import { DAYS } from '~/shared/format/time';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  series: number;
  version: number;
  weeks: number;
}

/** Each movement that is carried on, a line each: sets and dose of every week, and what rose. */
export function ComingBack({ series, version, weeks }: Props) {
  const found = useQuery(returningOptions(series, version));
  if (found.error) return <Trouble error={found.error} onRetry={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Following what comes back" />;
  if (!found.data.length)
    return (
      <Text color="soft" fontSize="sm" py="1">
        Nothing is carried from week to week here. The way of working “Blend” brings lifts back on their weekday;
        “Steady build” up to four of a class.
      </Text>
    );
  const numbers = Array.from({ length: weeks }, (_, week) => week);
  return (
    <Box overflowX="auto">
      <chakra.table fontSize="sm" w="full" css={{ borderCollapse: 'collapse' }} aria-label="What comes back">
        <thead>
          <tr>
            <chakra.th textAlign="left" pr="3" fontWeight="600">
              Day
            </chakra.th>
            <chakra.th textAlign="left" pr="3" fontWeight="600">
              Movement
            </chakra.th>
            {numbers.map((week) => (
              <chakra.th key={week} textAlign="left" pr="3" fontWeight="600">
                Week {week + 1}
              </chakra.th>
            ))}
          </tr>
        </thead>
        <tbody>
          {found.data.map((one) => (
            <chakra.tr
              key={`${one.movement}-${one.times[0]?.slot}`}
              borderTop="1px solid"
              borderColor="line"
              verticalAlign="top"
            >
              <chakra.td pr="3" color="soft">
                {DAYS[one.weekday]}
              </chakra.td>
              <chakra.td pr="3">{one.name}</chakra.td>
              {numbers.map((week) => {
                const time = one.times.find((entry) => entry.week === week);
                return (
                  <chakra.td key={week} pr="3" fontSize="xs">
                    {time && (
                      <Link asChild>
                        <RouterLink to={`/series/${series}/classes/${time.slot}`}>
                          <b>{time.dose}</b>
                        </RouterLink>
                      </Link>
                    )}
                    {time?.added && <Text color="fernInk">{time.added}</Text>}
                    {time?.reached === '' && <Text color="soft">done</Text>}
                    {time?.reached && <Text color="lichenInk">done: {time.reached}</Text>}
                  </chakra.td>
                );
              })}
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </Box>
  );
}

import { Box, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';

import { seasonsOptions } from './api';
import { Figures } from './Figures';
import { minutes, orDash, percent } from './went';
import type { Schemas } from '~/shared/http/client';
import { useNames } from '~/shared/http/vocabulary';
import { figure, shortDate } from '~/shared/format/time';

type Season = Schemas['SeasonModel'];

/** How the group went from season to season; nothing while only one of them has a record. */
export function Seasons({ series }: { series: number }) {
  const name = useNames();
  const { data: found } = useQuery(seasonsOptions(series));
  if (!found || found.length < 2) return null;
  const sore = (own: Season) =>
    Object.entries(own.sore)
      .map(([joint, times]) => `${name(joint)} ${times}`)
      .join(', ') || 'nothing';
  return (
    <Box as="section" aria-label="Season by season" bg="panel" p="4" mb="4" overflowX="auto">
      <Heading as="h2" size="lg">
        This group, season by season
      </Heading>
      <Text color="soft" mb="2">
        Means over the classes that were recorded. The load of a week counts only where all its classes are recorded.
      </Text>
      <Figures
        label="Seasons"
        heads={['', 'Recorded', 'People', 'Effort', 'Sets done', 'Sets a class', 'Minutes', 'Load a week', 'Sore']}
        rows={found.map((own) => [
          <Title key="title" season={own} here={own.series === series} />,
          `${own.recorded} of ${own.planned}`,
          <Weeks key="people" what="people" mean={own.heads} weeks={of(own, 'heads')} most={most(found, 'heads')} />,
          <Weeks key="effort" what="effort" mean={own.effort} weeks={of(own, 'effort')} most={10} />,
          percent(own.share),
          figure(own.sets),
          minutes(own.over),
          own.load === null ? '–' : figure(Math.round(own.load)),
          sore(own),
        ])}
      />
      {found
        .filter((own) => own.since.length > 0)
        .map((own) => (
          <Text key={own.series} mt="2">
            {own.name}, beside the season before it: {own.since.join('; ')}.
          </Text>
        ))}
    </Box>
  );
}

const of = (season: Season, what: 'heads' | 'effort') =>
  season.weeks.map((week) => ({ week: week.week, value: week[what] }));

const most = (seasons: Season[], what: 'heads' | 'effort') =>
  Math.max(1, ...seasons.flatMap((own) => own.weeks.map((week) => week[what] ?? 0)));

function Title({ season, here }: { season: Season; here: boolean }) {
  return (
    <>
      {here ? (
        season.name
      ) : (
        <Link asChild textDecoration="underline">
          <RouterLink to={`/series/${season.series}/done`}>{season.name}</RouterLink>
        </Link>
      )}
      <Text color="soft" fontWeight="400" whiteSpace="nowrap">
        from {shortDate(season.start)}
      </Text>
    </>
  );
}

/** A mean, and under it a bar for each week: what matters is whether they rise. */
function Weeks(props: {
  what: string;
  mean: number | null;
  weeks: { week: number; value: number | null }[];
  most: number;
}) {
  const known = props.weeks.filter((own) => own.value !== null);
  const words = known.map((own) => `week ${own.week + 1}: ${figure(own.value ?? 0)}`).join(', ');
  return (
    <>
      {orDash(props.mean)}
      {known.length > 0 && (
        <Flex role="img" aria-label={`${props.what}, ${words}`} title={words} h="6" gap="2px" align="flex-end">
          {known.map((own) => (
            <Box key={own.week} w="6px" bg="fernInk" style={{ height: `${(100 * (own.value ?? 0)) / props.most}%` }} />
          ))}
        </Flex>
      )}
    </>
  );
}

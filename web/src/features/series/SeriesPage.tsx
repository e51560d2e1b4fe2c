import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';

import { useIsDirector } from '~/features/signin';
import { data, http, type Schemas } from '~/shared/http/client';
import { DAYS, shortDate } from '~/shared/format/time';
import { Trouble, Waiting } from '~/shared/ui/States';

const listOptions = queryOptions({
  queryKey: ['series'],
  queryFn: () => data(http.GET('/api/series')),
});

const STATUS: Record<string, string> = {
  best: 'Planned, nothing better is possible',
  within: 'Planned, close to the best possible',
  unknown: 'Planned',
  stopped: 'Planned, stopped early',
};

export function SeriesPage() {
  const list = useQuery(listOptions);
  const director = useIsDirector();
  return (
    <Box maxW="5xl" mx="auto">
      <Flex align="center" mb="4">
        <Heading as="h1" size="2xl">
          Series
        </Heading>
        {director && (
          <Button asChild ml="auto" bg="action" color="onAction">
            <RouterLink to="/series/new">Set up a series</RouterLink>
          </Button>
        )}
      </Flex>
      {list.isPending && <Waiting what="Fetching the series" />}
      {list.error && <Trouble error={list.error} onRetry={() => void list.refetch()} />}
      {list.data?.length === 0 && (
        <Text color="soft">No series yet. Set one up: it takes less than two minutes.</Text>
      )}
      {list.data?.map((series) => <SeriesCard key={series.id} series={series} />)}
    </Box>
  );
}

function SeriesCard({ series }: { series: Schemas['SeriesSummary'] }) {
  const days = series.weekdays.map((day) => DAYS[day]?.slice(0, 3)).join(', ');
  const planned = series.classes ? (STATUS[series.status ?? ''] ?? 'Planned, edited by hand') : 'Not planned yet';
  return (
    <Box
      bg="panel"
      borderLeft="4px solid"
      borderColor={series.classes ? 'fernInk' : 'lichenInk'}
      p="4"
      mb="3"
      clipPath="polygon(0 0, calc(100% - 18px) 0, 100% 18px, 100% 100%, 0 100%)"
    >
      <Heading as="h2" size="lg">
        <Link asChild color="ink">
          <RouterLink to={`/series/${series.id}`}>{series.name}</RouterLink>
        </Link>
      </Heading>
      <Text color="soft">
        {series.weeks} weeks from {shortDate(series.start)} · {days} · {series.minutes} minutes · {series.classes} of{' '}
        {series.slots} classes
      </Text>
      <Text color={series.classes ? 'fernInk' : 'lichenInk'}>{planned}</Text>
    </Box>
  );
}

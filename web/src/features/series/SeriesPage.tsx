import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { listOptions, narrowed, type Narrow } from './api';
import { Bin } from './Bin';
import { BringSeries } from './BringSeries';
import { NarrowBar } from './NarrowBar';
import { PlanSeveral } from './PlanSeveral';
import { SeriesCard } from './SeriesCard';
import { useIsDirector } from '~/features/signin';
import { Trouble, Waiting } from '~/shared/ui/States';

export function SeriesPage() {
  const list = useQuery(listOptions);
  const director = useIsDirector();
  const [chosen, setChosen] = useState<number[] | null>(null);
  const choose = (id: number) =>
    setChosen((now) => now && (now.includes(id) ? now.filter((other) => other !== id) : [...now, id]));
  const [narrow, setNarrow] = useState<Narrow>({ words: '', tag: '', site: '', archive: false });
  const shown = narrowed(list.data ?? [], narrow);
  const unplanned = () => shown.filter((series) => !series.classes).map((series) => series.id);
  return (
    <Box maxW="5xl" mx="auto">
      <Flex align="center" mb="4" gap="2" wrap="wrap">
        <Heading as="h1" size="2xl">
          Series
        </Heading>
        {director && (
          <Flex ml="auto" gap="2" wrap="wrap">
            {(list.data?.length ?? 0) > 1 && !chosen && (
              <Button variant="outline" onClick={() => setChosen(unplanned())}>
                Plan several at once
              </Button>
            )}
            <BringSeries />
            <Button asChild bg="action" color="onAction">
              <RouterLink to="/series/new">Set up a series</RouterLink>
            </Button>
          </Flex>
        )}
      </Flex>
      {chosen && list.data && <PlanSeveral chosen={chosen} list={list.data} onLeave={() => setChosen(null)} />}
      {list.isPending && <Waiting what="Fetching the series" />}
      {list.error && <Trouble error={list.error} onRetry={() => void list.refetch()} />}
      {list.data?.length === 0 && <Text color="soft">No series yet. Set one up: it takes less than two minutes.</Text>}
      {(list.data?.length ?? 0) > 0 && <NarrowBar list={list.data ?? []} narrow={narrow} onNarrow={setNarrow} />}
      {(list.data?.length ?? 0) > 0 && shown.length === 0 && (
        <Text color="soft" role="status">
          {narrow.archive && !narrow.words && !narrow.tag && !narrow.site
            ? 'The archive is empty.'
            : 'No series of that kind here.'}
        </Text>
      )}
      {shown.map((series) => (
        <SeriesCard key={series.id} series={series} chosen={chosen?.includes(series.id)} onChoose={choose} />
      ))}
      <Bin />
    </Box>
  );
}

import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link as RouterLink, useParams } from 'react-router';

import { BetweenPoints } from './BetweenPoints';
import { boardOptions } from '~/features/board';
import { useIsDirector } from '~/features/signin';
import { data, http, type Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { lookAnew } from '~/shared/http/settled';
import { moment } from '~/shared/format/time';
import { Trouble, Waiting } from '~/shared/ui/States';

function historyOptions(id: number, version: number) {
  return queryOptions({
    queryKey: ['series', id, 'history', version],
    queryFn: () => data(http.GET('/api/series/{series_id}/history', { params: { path: { series_id: id } } })),
  });
}

/** Every change of a series: who, what and when; and the way back to any of them. */
export function HistoryPage() {
  const id = Number(useParams().id);
  const board = useQuery(boardOptions(id));
  const history = useQuery({ ...historyOptions(id, board.data?.version ?? 0), enabled: board.data !== undefined });
  const error = board.error ?? history.error;
  if (error) return <Trouble error={error} onRetry={() => void board.refetch()} />;
  if (!board.data || !history.data) return <Waiting what="Fetching the history" />;
  return (
    <Box maxW="6xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to={`/series/${id}`}>{board.data.name}</RouterLink>
      </Link>
      <Heading as="h1" size="2xl">
        History
      </Heading>
      <Text color="soft" mb="3">
        The last change first. Going back undoes what came after; until something else is changed it can be redone.
      </Text>
      <Flex gap="6" wrap="wrap" align="flex-start">
        <Changes id={id} version={board.data.version} changes={history.data} />
        {history.data.length > 0 && <BetweenPoints id={id} version={board.data.version} changes={history.data} />}
      </Flex>
    </Box>
  );
}

interface Props {
  id: number;
  version: number;
  changes: Schemas['ChangeModel'][];
}

function Changes({ id, version, changes }: Props) {
  const director = useIsDirector();
  const client = useQueryClient();
  const back = useMutation({
    mutationFn: (wanted: { change: number; sure: boolean }) =>
      data(
        http.POST('/api/series/{series_id}/history/back', {
          params: { path: { series_id: id } },
          body: { version, ...wanted },
        }),
      ),
    onSettled: lookAnew(client, ['series', id]),
  });
  const now = changes.find((change) => !change.undone);
  const sure = back.error instanceof Problem && back.error.code === 'not-yours';
  const go = (change: number, words: string) =>
    director && (
      <Button
        size="xs"
        variant="outline"
        ml="auto"
        flexShrink="0"
        disabled={back.isPending}
        onClick={() => back.mutate({ change, sure: sure && back.variables?.change === change })}
      >
        {sure && back.variables?.change === change ? 'Yes, I am sure' : words}
      </Button>
    );
  return (
    <Box as="ol" listStyleType="none" flex="2" minW={{ base: 'full', md: '96' }}>
      {back.error && <Trouble error={back.error} />}
      {changes.map((change) => (
        <Flex as="li" key={change.id} gap="3" align="center" py="1.5" borderBottom="1px solid" borderColor="line">
          <Box minW="0" opacity={change.undone ? 0.6 : 1}>
            <Text fontWeight={change === now ? '600' : '400'}>
              {change.label}
              {change === now && ' (as it is now)'}
              {change.undone && ' (undone)'}
            </Text>
            <Text fontSize="xs" color="soft">
              {change.by || 'Somebody who is gone'}, {moment(change.at)}
            </Text>
          </Box>
          {change !== now && go(change.id, change.undone ? 'Redo up to here' : 'Back to here')}
        </Flex>
      ))}
      <Flex as="li" gap="3" align="center" py="1.5">
        <Text color="soft">As it was set up</Text>
        {now && go(0, 'Back to here')}
      </Flex>
    </Box>
  );
}

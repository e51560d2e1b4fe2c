import { Box, Button, chakra, Flex, Heading, Input, Link, Text } from '@chakra-ui/react';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { useIsOwner } from '~/features/signin';
import { moment } from '~/shared/format/time';
import { data, http } from '~/shared/http/client';
import { Trouble, Waiting } from '~/shared/ui/States';
import { useLater } from '~/shared/useLater';

const SETTLED = 250;
/** So many lines come at once. */
const A_PAGE = 100;
const HEADS = ['When', 'Who', 'What', 'To what', 'From where'];

function useActs(words: string, owner: boolean) {
  return useInfiniteQuery({
    queryKey: ['house', 'audit', words],
    queryFn: ({ pageParam }) => data(http.GET('/api/house/audit', { params: { query: { words, before: pageParam } } })),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => (last.length < A_PAGE ? undefined : last.at(-1)?.id),
    enabled: owner,
  });
}

/** Who did what, when and from where; found by any word, and taken along as a table. */
export function AuditPage() {
  const owner = useIsOwner();
  const [typed, setTyped] = useState('');
  const words = useLater(typed.trim(), SETTLED);
  const acts = useActs(words, owner);
  if (!owner) return <Text>Only an owner of the house reads what was done. Ask one.</Text>;
  const lines = acts.data?.pages.flat() ?? [];
  return (
    <Box maxW="6xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to="/house">The house</RouterLink>
      </Link>
      <Heading as="h1" size="2xl">
        What was done
      </Heading>
      <Text color="soft" mb="2">
        The last act first. Kept for two years; what changed in a series is in its history.
      </Text>
      <Flex gap="3" align="center" mb="2" wrap="wrap">
        <Input
          w="72"
          size="sm"
          bg="panel"
          aria-label="Words to find"
          placeholder="A name, an act, an address"
          maxLength={80}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Link href={`/api/house/audit/table?words=${encodeURIComponent(words)}`} textDecoration="underline">
          Download as table
        </Link>
      </Flex>
      {acts.error && <Trouble error={acts.error} onRetry={() => void acts.refetch()} />}
      {acts.isLoading && <Waiting what="Looking it up" />}
      {acts.data && lines.length === 0 && <Text color="soft">Nothing with these words.</Text>}
      {lines.length > 0 && (
        <Box overflowX="auto" tabIndex={0} role="region" aria-label="Acts">
          <chakra.table w="full" fontSize="sm">
            <thead>
              <tr>
                {HEADS.map((head) => (
                  <chakra.th key={head} scope="col" textAlign="left" color="soft" fontWeight="400" pr="3">
                    {head}
                  </chakra.th>
                ))}
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <chakra.tr key={line.id} borderTop="1px solid" borderColor="line">
                  <chakra.td whiteSpace="nowrap" pr="3" py="1">
                    {moment(line.at)}
                  </chakra.td>
                  <chakra.td pr="3">{line.name || '–'}</chakra.td>
                  <chakra.td pr="3">{line.act}</chakra.td>
                  <chakra.td pr="3" fontFamily="mono" fontSize="xs" wordBreak="break-all">
                    {line.about}
                  </chakra.td>
                  <chakra.td fontFamily="mono" fontSize="xs">
                    {line.address}
                  </chakra.td>
                </chakra.tr>
              ))}
            </tbody>
          </chakra.table>
        </Box>
      )}
      {acts.hasNextPage && (
        <Button size="sm" variant="outline" mt="3" loading={acts.isFetching} onClick={() => void acts.fetchNextPage()}>
          Earlier
        </Button>
      )}
    </Box>
  );
}

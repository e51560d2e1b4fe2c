import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { Link as RouterLink, useLocation, useParams } from 'react-router';

import { classOptions } from '~/features/bench';
import { outbox, useSending } from '~/features/record';
import { Sheet } from '~/features/sheet';
import { TeachClass, useKeptClass } from '~/features/teach';
import { DAYS, moment, shortDate } from '~/shared/format/time';
import { data, http, type Schemas } from '~/shared/http/client';
import { forgetKept, IN_REACH, ON_PHONE } from '~/shared/http/onPhone';
import { Problem } from '~/shared/http/problem';
import { useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** A link needs no other token. */
const atOnce = () => Promise.resolve();

function coverOptions(token: string) {
  return queryOptions({
    queryKey: ['cover', token],
    queryFn: () => data(http.GET('/api/covers/{token}', { params: { path: { token } } })),
    // What was kept is shown at once and asked for again, since a link may have been revoked meanwhile.
    staleTime: 0,
    gcTime: IN_REACH,
    retry: (times, error) => !(error instanceof Problem && error.status === 404) && times < 2,
    meta: ON_PHONE,
  });
}

/** One class for a substitute: its sheet and how to teach it, without a sign-in. */
export function CoverPage() {
  const token = useParams().token ?? '';
  const teaching = useLocation().pathname.endsWith('/teach');
  const cover = useQuery(coverOptions(token));
  const client = useQueryClient();
  const refused = cover.error instanceof Problem && cover.error.status === 404 ? cover.error : null;
  const over = refused !== null;
  useEffect(() => {
    if (!over) return;
    // What it opened does not stay on a machine that is not the house's.
    client.removeQueries({ queryKey: ['series'] });
    void forgetKept();
  }, [client, over]);
  if (refused)
    return (
      <Box as="main" maxW="3xl" mx="auto" p="4">
        <Trouble error={refused} />
      </Box>
    );
  if (!cover.data)
    return cover.error ? (
      <Trouble error={cover.error} onRetry={() => void cover.refetch()} />
    ) : (
      <Waiting what="Opening the class" />
    );
  const { series, slot } = cover.data;
  if (teaching) return <TeachClass series={series} slot={slot} />;
  return <Covered token={token} cover={cover.data} />;
}

function Covered({ token, cover }: { token: string; cover: Schemas['CoverModel'] }) {
  const detail = useQuery(classOptions(cover.series, cover.slot));
  const words = useVocabulary();
  const here = useKeptClass(cover.series, cover.slot);
  const error = detail.error ?? words.error;
  if (error && !(detail.data && words.ready)) return <Trouble error={error} />;
  if (!detail.data || !words.ready) return <Waiting what="Opening the class" />;
  return (
    <Box as="main" maxW="200mm" mx="auto" p={{ base: '3', md: '5' }}>
      <Flex className="no-print" gap="3" mb="4" align="center" wrap="wrap">
        <Box flex="1" minW="60">
          <Heading as="h1" size="xl">
            You take over {detail.data.name}
          </Heading>
          <Text>
            {DAYS[detail.data.weekday]} {shortDate(detail.data.date)}
            {cover.begins ? `, ${cover.begins.slice(11, 16)}` : ''}, {detail.data.room}
          </Text>
          <Text color="soft">
            This link is for this class, until {moment(cover.expires_at)}.{' '}
            {here ? 'It is on this machine and works without network.' : 'Fetching it for the floor …'}
          </Text>
        </Box>
        <Flex gap="2">
          <Button asChild size="lg" bg="action" color="onAction">
            <RouterLink to={`/cover/${token}/teach`}>Teach it</RouterLink>
          </Button>
          <Button size="lg" variant="outline" onClick={() => window.print()}>
            Print
          </Button>
        </Flex>
      </Flex>
      <Records token={token} />
      <Sheet detail={detail.data} />
    </Box>
  );
}

/** A record of this class that waits, or came. */
function Records({ token }: { token: string }) {
  const person = outbox.personOf(token);
  const all = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  const own = all.filter((one) => one.person === person);
  const [sent, setSent] = useState(false);
  const open = own.some((one) => !one.refused);
  const came = useCallback(() => setSent(true), [setSent]);
  useSending(person, open, atOnce, came);
  const words = open
    ? 'Your record waits on this machine and is sent as soon as there is a network. Leave this page open.'
    : (own[0]?.refused ?? (sent ? 'Your record was sent. Thank you.' : ''));
  return words ? (
    <Text role="status" className="no-print" bg="lichenWash" px="3" py="2" mb="3">
      {words}
    </Text>
  ) : null;
}

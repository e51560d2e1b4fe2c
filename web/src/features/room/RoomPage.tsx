import { Box, Button, Flex, Heading, Input, Text, Theme } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';

import { data, http, type Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';
import { Problem } from '~/shared/http/problem';
import { StationPicture } from '~/shared/ui/StationPicture';

/** So often the display asks what the phone said. */
const ASK_MILLISECONDS = 1000;

/** A display in the room, for members: it needs a code and nobody who is signed in. */
export function RoomPage() {
  const { code } = useParams();
  return (
    <Theme appearance="dark" hasBackground={false} asChild>
      <Flex as="main" direction="column" minH="100dvh" bg="page" color="ink" p={{ base: '4', md: '8' }}>
        {code ? <Display key={code} code={code} /> : <Asked />}
      </Flex>
    </Theme>
  );
}

function Asked({ wrong = '' }: { wrong?: string }) {
  const [code, setCode] = useState('');
  const navigate = useNavigate();
  return (
    <Box
      as="form"
      m="auto"
      onSubmit={(event) => {
        event.preventDefault();
        void navigate(`/room/${code.trim().toLowerCase()}`);
      }}
    >
      <Heading as="h1" size="3xl" mb="3">
        The class in this room
      </Heading>
      {wrong && (
        <Text role="alert" color="rowanInk" mb="3" fontSize="xl">
          {wrong}
        </Text>
      )}
      <Flex gap="3">
        <Input
          size="xl"
          aria-label="Code"
          placeholder="Code"
          autoCapitalize="none"
          maxLength={6}
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
        <Button type="submit" size="xl" bg="action" color="onAction" disabled={code.trim().length !== 6}>
          Show it
        </Button>
      </Flex>
      <Text mt="3" color="soft">
        Whoever teaches has it: Differs, then Show in the room.
      </Text>
    </Box>
  );
}

function Display({ code }: { code: string }) {
  const room = useQuery({
    queryKey: ['room', code],
    queryFn: async () => {
      const shown = await data(http.GET('/api/room/{code}', { params: { path: { code } } }));
      return { view: shown.view, since: Date.now() - 1000 * shown.age };
    },
    refetchInterval: (query) => (query.state.error ? 5 * ASK_MILLISECONDS : ASK_MILLISECONDS),
    refetchIntervalInBackground: true,
    retry: false,
  });
  if (room.error instanceof Problem && room.error.status > 0 && room.error.status < 500)
    return <Asked wrong={room.error.message} />;
  if (!room.data?.view) return <Message>The class begins in a moment.</Message>;
  return <View view={room.data.view} since={room.data.since} away={room.error !== null} />;
}

function Message({ children }: { children: ReactNode }) {
  return (
    <Text m="auto" fontSize="5xl">
      {children}
    </Text>
  );
}

interface ViewProps {
  view: Schemas['RoomView'];
  /** When the phone said it, by this machine's clock. */
  since: number;
  away: boolean;
}

function View({ view, since, away }: ViewProps) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), 200);
    return () => window.clearInterval(timer);
  }, []);
  const left = view.paused ? view.left : view.left - (now - since) / 1000;
  return (
    <>
      <Flex align="baseline" gap="6" wrap="wrap">
        <Heading as="h1" fontSize={{ base: '2xl', md: '4xl' }} color="soft">
          {view.name}
        </Heading>
        {away && <Text color="lichenInk">The network is away; this goes on by the clock.</Text>}
      </Flex>
      <Flex flex="1" gap="8" wrap="wrap" align="center">
        <Box flex="2 1 24rem">
          <Text fontSize={{ base: '4xl', md: '6xl' }}>{view.title}</Text>
          <Text fontSize={{ base: '6xl', md: 'min(9rem, 17vh)' }} fontWeight="700" lineHeight="1.02">
            {view.movement}
          </Text>
          <Text fontSize={{ base: '5xl', md: '7xl' }} lineHeight="1.1">
            {view.dose}
          </Text>
          <Text fontFamily="mono" fontSize={{ base: '8rem', md: 'min(15rem, 30vh)' }} lineHeight="1">
            {view.waits && left < 0 ? '…' : clock(Math.max(0, Math.ceil(left)))}
          </Text>
          {view.then && (
            <Text fontSize={{ base: '4xl', md: '6xl' }} lineHeight="1.1">
              <Text as="span" color="soft">
                then{' '}
              </Text>
              {view.then}
            </Text>
          )}
        </Box>
        {view.stations.length > 0 && (
          <Box flex="3 1 30rem">
            <StationPicture stations={view.stations} large />
          </Box>
        )}
        {view.stations.length === 0 && view.round.length > 1 && (
          <Box as="ol" flex="1 1 16rem" listStyleType="none" aria-label="This part">
            {view.round.map((movement, place) => (
              <Flex
                as="li"
                key={place}
                gap="4"
                px="3"
                py="1"
                fontSize={{ base: '2xl', md: '4xl' }}
                bg={place === view.place ? 'fernWash' : undefined}
                aria-current={place === view.place ? 'step' : undefined}
              >
                <Text fontFamily="mono" color="soft">
                  {place + 1}
                </Text>
                <Text fontWeight={place === view.place ? '700' : '400'}>{movement}</Text>
              </Flex>
            ))}
          </Box>
        )}
      </Flex>
    </>
  );
}

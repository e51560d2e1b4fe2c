import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import { PulsePanel } from './PulsePanel';
import { SignalToggles } from './SignalToggles';
import type { Pulse } from './usePulse';
import type { useSignals } from './useSignals';
import { classPath } from '~/shared/http/cover';
import type { Schemas } from '~/shared/http/client';
import { useSafety } from '~/shared/http/vocabulary';
import { clock } from '~/shared/format/time';
import { whereTaught } from '~/shared/format/whereTaught';
import { Places } from '~/shared/ui/Places';

interface Props {
  detail: Schemas['ClassDetail'];
  signals: ReturnType<typeof useSignals>;
  pulse: Pulse;
  onBegin: () => void;
}

/** The class before it begins: what is said first, and one large button. */
export function Before({ detail, signals, pulse, onBegin }: Props) {
  const safety = useSafety();
  const where = whereTaught(detail);
  return (
    <Flex direction="column" flex="1" gap="4" maxW="3xl" w="full" mx="auto">
      <Flex align="baseline" gap="3">
        <Heading as="h1" size="3xl">
          {detail.name}
        </Heading>
        <Button asChild size="md" variant="outline" ml="auto">
          <RouterLink to={classPath(detail.series, detail.slot)}>Back</RouterLink>
        </Button>
      </Flex>
      <Text color="soft" fontSize="lg">
        Week {detail.week + 1}, {clock(detail.real_seconds)}, {where.rooms}
      </Text>
      <Box role="note" px="3" py="2" borderLeft="4px solid" borderColor="rowanInk" bg="rowanWash" fontSize="lg">
        <Text fontWeight="700">{safety?.stop}</Text>
        <Text mt="2">{safety?.say_first}</Text>
        <Places places={where.places} mt="2" />
        {detail.spared.length > 0 && <Text mt="2">Spared in this class: {detail.spared.join('; ')}.</Text>}
      </Box>
      {detail.note && (
        <Text fontSize="lg" whiteSpace="pre-line" borderLeft="4px solid" borderColor="lichenInk" pl="3">
          {detail.note}
        </Text>
      )}
      <Text fontSize="lg">
        Bouts and rests run by themselves. Changes, showings and counted bouts wait: go on when the group is ready.
      </Text>
      <SignalToggles signals={signals} />
      <PulsePanel pulse={pulse} />
      <Button mt="auto" h="24" fontSize="4xl" bg="action" color="onAction" onClick={onBegin}>
        Begin
      </Button>
      <Text color="soft" textAlign="center" display={{ base: 'none', md: 'block' }}>
        The right arrow or space goes on, the left arrow goes back.
      </Text>
    </Flex>
  );
}

import { Box, Flex, Heading, Text } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';

const JOINTS: Record<string, string> = {
  knee: 'knees',
  wrist: 'wrists',
  shoulder: 'shoulders',
  'low-back': 'low back',
  neck: 'neck',
};

/** What the class asks of joints and breath, each figure an estimate. */
export function LoadLines({ load }: { load: Schemas['LoadModel'] }) {
  const loaded = Object.entries(load.joints).filter(([, seconds]) => seconds > 0);
  return (
    <Box my="2">
      <Heading as="h2" size="sm">
        Load
      </Heading>
      <Line name="Kind">{load.strength ? 'strength' : 'endurance'}</Line>
      <Line name="Effort">
        about {load.effort} of 10, session load {load.session_load}
      </Line>
      <Line name="Energy">
        {load.energy_low} to {load.energy_high} kcal
      </Line>
      <Line name="In a row">
        knees {load.knee_run}, wrists {load.wrist_run}
      </Line>
      <Line name="Landings">{load.contacts}</Line>
      <Line name="Joints">
        {loaded.map(([joint, seconds]) => `${JOINTS[joint] ?? joint} ${seconds} s`).join(', ') || 'none loaded'}
      </Line>
      <Text fontSize="xs" color="soft">
        {load.assumptions}
      </Text>
    </Box>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Flex gap="2" fontSize="xs" py="0.5">
      <Text w="16" flexShrink="0" color="soft">
        {name}
      </Text>
      <Text>{children}</Text>
    </Flex>
  );
}

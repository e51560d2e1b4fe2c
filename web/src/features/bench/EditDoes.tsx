import { Box, Heading } from '@chakra-ui/react';

import type { Desk } from './useDesk';
import { Consequences } from '~/features/consequences';

/** What an edit that is not put in does to the series; below the fields, so that they do not move away. */
export function EditDoes({ desk }: { desk: Desk }) {
  if (!desk.told) return null;
  return (
    <Box
      as="section"
      aria-label="What the edit does"
      borderLeft="4px solid"
      borderColor="lichenInk"
      pl="3"
      my="2"
      fontSize="xs"
      opacity={desk.checking ? 0.6 : 1}
    >
      <Heading as="h3" size="sm">
        What your edit does
      </Heading>
      <Consequences told={desk.told} />
    </Box>
  );
}

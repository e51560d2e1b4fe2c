import { Box, Flex, Text } from '@chakra-ui/react';

import { SHORTCUTS } from './commands';
import { Asking } from '~/shared/ui/Asking';

/** Every key that does something, in one place. */
export function Shortcuts({ onLeave }: { onLeave: () => void }) {
  return (
    <Asking title="Keys" leave="Close" onLeave={onLeave}>
      <Box as="dl" w="full">
        {SHORTCUTS.map(({ keys, what }) => (
          <Flex key={keys + what} gap="3" py="1" borderBottom="1px solid" borderColor="line" fontSize="sm">
            <Text as="dt" w="36" flexShrink="0" fontFamily="mono">
              {keys}
            </Text>
            <Text as="dd">{what}</Text>
          </Flex>
        ))}
      </Box>
    </Asking>
  );
}

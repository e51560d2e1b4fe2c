import { Box, Flex, Text } from '@chakra-ui/react';

import { chainOf } from './chain';
import type { Schemas } from '~/shared/http/client';

interface Props {
  movement: Schemas['MovementModel'];
  library: Map<string, Schemas['MovementModel']>;
  onOpen: (id: string) => void;
}

/** The chain of options as stepping stones, each higher by its level; ways in words at both ends. */
export function Chain({ movement, library, onOpen }: Props) {
  const links = chainOf(movement, library);
  const first = links[0]?.movement;
  const last = links[links.length - 1]?.movement;
  return (
    <Flex
      as="ol"
      listStyleType="none"
      align="flex-end"
      gap="0"
      overflowX="auto"
      py="2"
      aria-label="Chain of options, the easiest first"
      tabIndex={0}
    >
      {first?.easier && !first.easier.movement && <InWords how={first.easier.how} after={first.easier.by} />}
      {links.map(({ movement: entry, by }) => (
        <Flex as="li" key={entry.id} align="flex-end">
          {by !== null && <By by={by} />}
          <Box
            as="button"
            px="2.5"
            pt={entry.level * 1.5}
            pb="1.5"
            minW="28"
            maxW="40"
            textAlign="left"
            cursor="pointer"
            clipPath="polygon(0 0, calc(100% - 10px) 0, 100% 10px, 100% 100%, 0 100%)"
            bg={entry.id === movement.id ? 'action' : 'sunken'}
            color={entry.id === movement.id ? 'onAction' : 'ink'}
            aria-current={entry.id === movement.id ? 'step' : undefined}
            onClick={() => onOpen(entry.id)}
          >
            <Text fontWeight="600" lineHeight="short">
              {entry.name}
            </Text>
            <Text fontSize="xs">level {entry.level}</Text>
          </Box>
        </Flex>
      ))}
      {last?.harder && !last.harder.movement && <InWords how={last.harder.how} before={last.harder.by} />}
    </Flex>
  );
}

function By({ by }: { by: string }) {
  return (
    <Text as="span" px="1.5" pb="2" color="soft" fontSize="xs" whiteSpace="nowrap">
      {by} →
    </Text>
  );
}

function InWords({ how, before, after }: { how: string; before?: string; after?: string }) {
  return (
    <Flex as="li" align="flex-end">
      {before && <By by={before} />}
      <Box px="2.5" py="1.5" minW="28" maxW="40" border="1px dashed" borderColor="strong">
        <Text fontSize="xs">{how}</Text>
      </Box>
      {after && <By by={after} />}
    </Flex>
  );
}

import { Box, Flex, Heading, Text } from '@chakra-ui/react';

import { foundAs, words, type Hits } from './filter';
import type { Schemas } from '~/shared/http/client';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  groups: [string, Schemas['MovementModel'][]][];
  chosen: string | undefined;
  /** What was looked for; a movement that another name found says which. */
  text: string;
  hits: Hits;
  onChoose: (id: string) => void;
}

function intoView(element: HTMLElement | null) {
  element?.scrollIntoView({ block: 'nearest' });
}

/** Movements under their family; level as one to three strokes, kit as its sign. */
export function MovementList({ groups, chosen, text, hits, onChoose }: Props) {
  return (
    <Box
      as="nav"
      aria-label="Movements by family"
      w={{ base: 'full', md: '80' }}
      flexShrink="0"
      maxH={{ base: '40dvh', md: 'calc(100dvh - 11rem)' }}
      overflowY="auto"
      bg="panel"
      border="1px solid"
      borderColor="line"
      tabIndex={0}
    >
      {groups.map(([family, own]) => (
        <Box key={family}>
          <Heading as="h2" size="xs" px="3" py="1" bg="sunken" position="sticky" top="0">
            {words(family)}
          </Heading>
          {own.map((movement) => (
            <Flex
              as="button"
              key={movement.id}
              ref={movement.id === chosen ? intoView : undefined}
              w="full"
              align="center"
              gap="2"
              px="3"
              minH="7"
              textAlign="left"
              cursor="pointer"
              aria-current={movement.id === chosen ? 'true' : undefined}
              bg={movement.id === chosen ? 'fernWash' : undefined}
              borderLeft="3px solid"
              borderColor={movement.id === chosen ? 'action' : 'transparent'}
              onClick={() => onChoose(movement.id)}
            >
              <Text flex="1" truncate textDecoration={movement.retired ? 'line-through' : undefined}>
                {movement.name}
                {foundAs(movement, text, hits) && (
                  <Text as="span" color="soft" fontSize="xs">
                    {' '}
                    {foundAs(movement, text, hits)}
                  </Text>
                )}
              </Text>
              {movement.kit.some((kit) => kit !== 'mat') && (
                <KitIcons kit={movement.kit.filter((kit) => kit !== 'mat')} />
              )}
              <Text color="soft" fontFamily="mono" aria-label={`level ${movement.level}`}>
                {'|'.repeat(movement.level)}
              </Text>
            </Flex>
          ))}
        </Box>
      ))}
    </Box>
  );
}

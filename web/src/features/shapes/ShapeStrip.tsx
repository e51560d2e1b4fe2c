import { Box, Flex, Text } from '@chakra-ui/react';

import type { Shape } from './api';
import { ROLES } from '~/shared/format/blocks';

type Part = Shape['parts'][number];

const WASH: Record<Part['role'], string> = {
  activation: 'sunken',
  lift: 'heatherWash',
  pairs: 'fernWash',
  circuit: 'fernWash',
  control: 'sunken',
  pulse: 'lichenWash',
  combination: 'harebellWash',
  core: 'harebellWash',
  finish: 'lichenWash',
  flow: 'sunken',
};

/** A shape as a strip: each part as wide as its minutes, with its role and its theme. */
export function ShapeStrip({ shape }: { shape: Shape }) {
  if (!shape.parts.length)
    return (
      <Text fontSize="sm" color="soft">
        {shape.fits}
      </Text>
    );
  return (
    <Flex as="ol" gap="1" w="full" aria-label={`Parts of ${shape.name}`}>
      {shape.parts.map((part, number) => (
        <Box
          as="li"
          key={number}
          flexGrow={part.seconds}
          flexBasis="0"
          minW="28"
          bg={WASH[part.role]}
          px="2"
          py="1"
          title={part.format}
        >
          <Flex align="baseline" gap="2">
            <Text fontWeight="600" fontSize="sm">
              {ROLES[part.role]}
            </Text>
            <Text ml="auto" fontFamily="mono" fontSize="xs" whiteSpace="nowrap">
              {Math.round(part.seconds / 60)} min
            </Text>
          </Flex>
          <Text fontSize="xs" lineHeight="1.2">
            {part.theme}
          </Text>
          <Text fontSize="xs" color="soft" lineHeight="1.2">
            {part.movements === 1 ? 'one movement' : `${part.movements} movements`}
          </Text>
        </Box>
      ))}
    </Flex>
  );
}

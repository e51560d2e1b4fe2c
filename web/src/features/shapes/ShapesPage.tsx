import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { shapesOptions } from './api';
import { ShapeStrip } from './ShapeStrip';
import { LEVELS } from '~/shared/format/levels';
import { Trouble, Waiting } from '~/shared/ui/States';
import { Toggle } from '~/shared/ui/Toggle';

const MINUTES = [20, 30, 45, 60, 75];

/** All shapes as strips, each tried against a class of the minutes and level that are chosen. */
export function ShapesPage() {
  const [minutes, setMinutes] = useState(45);
  const [level, setLevel] = useState(2);
  const shapes = useQuery(shapesOptions(minutes, level));
  if (!shapes.data && shapes.error) return <Trouble error={shapes.error} onRetry={() => void shapes.refetch()} />;
  if (!shapes.data) return <Waiting what="Laying out the shapes" />;
  const able = shapes.data.filter((shape) => shape.parts.length);
  const others = shapes.data.filter((shape) => !shape.parts.length);
  return (
    <Box maxW="4xl">
      <Heading as="h1" size="xl">
        Shapes of classes
      </Heading>
      <Text color="soft" mb="3">
        A shape is the order of the parts of a class: what each is for, what it takes, how long it lasts. The set-up of
        a series says which of them its classes may have.
      </Text>
      <Flex gap="1" wrap="wrap" align="center" mb="4">
        <Text>Tried against</Text>
        {MINUTES.map((count) => (
          <Toggle key={count} on={count === minutes} onToggle={() => setMinutes(count)}>
            {count} minutes
          </Toggle>
        ))}
        <Text ml="3">for</Text>
        {LEVELS.map(({ value, name }) => (
          <Toggle key={value} on={Number(value) === level} onToggle={() => setLevel(Number(value))}>
            {name.toLowerCase()}
          </Toggle>
        ))}
      </Flex>
      {able.map((shape) => (
        <Box as="section" key={shape.id} aria-label={shape.name} mb="4">
          <Flex align="baseline" gap="3" wrap="wrap">
            <Heading as="h2" size="md">
              {shape.name}
            </Heading>
            <Text fontSize="sm" color="soft">
              {shape.focuses.length ? shape.focuses.join(', ') : 'any focus'}
            </Text>
          </Flex>
          <Text fontSize="sm">
            {shape.sentence} {shape.fits}
          </Text>
          <ShapeStrip shape={shape} />
        </Box>
      ))}
      {others.length > 0 && (
        <Text color="soft">
          Not for {minutes} minutes at this level: {others.map((shape) => shape.name).join('; ')}.
        </Text>
      )}
    </Box>
  );
}

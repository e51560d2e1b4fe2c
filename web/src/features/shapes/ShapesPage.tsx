import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { type Shape, shapesOptions } from './api';
import { ShapeStrip } from './ShapeStrip';
import { TriedAgainst } from './TriedAgainst';
import { useIsDirector } from '~/features/signin';
import { Trouble, Waiting } from '~/shared/ui/States';

/** All shapes as strips, each tried against a class of the minutes and level that are chosen. */
export function ShapesPage() {
  const [tried, setTried] = useState({ minutes: 45, level: 2 });
  const director = useIsDirector();
  const shapes = useQuery(shapesOptions(tried.minutes, tried.level));
  if (!shapes.data && shapes.error) return <Trouble error={shapes.error} onRetry={() => void shapes.refetch()} />;
  if (!shapes.data) return <Waiting what="Laying out the shapes" />;
  const able = shapes.data.filter((shape) => shape.parts.length);
  const others = shapes.data.filter((shape) => !shape.parts.length);
  return (
    <Box maxW="5xl" mx="auto">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" size="xl">
          Shapes of classes
        </Heading>
        {director && (
          <Button asChild size="xs" variant="outline" ml="auto">
            <RouterLink to="/shapes/new">New shape</RouterLink>
          </Button>
        )}
      </Flex>
      <Text color="soft" mb="3">
        A shape is the order of the parts of a class: what each is for, what it takes, how long it lasts. The set-up of
        a series says which of them its classes may have, and on which days.
      </Text>
      <Box mb="4">
        <TriedAgainst {...tried} onTried={setTried} />
      </Box>
      {able.map((shape) => (
        <Box as="section" key={shape.id} aria-label={shape.name} mb="4">
          <Flex align="baseline" gap="3" wrap="wrap">
            <Heading as="h2" size="md">
              {shape.name}
            </Heading>
            <Text fontSize="sm" color="soft">
              {shape.focuses.length ? shape.focuses.join(', ') : 'any focus'}
              {shape.own && ' · ours'}
            </Text>
            {director && <Ways shape={shape} />}
          </Flex>
          <Text fontSize="sm">
            {shape.sentence} {shape.fits}
          </Text>
          <ShapeStrip shape={shape} />
        </Box>
      ))}
      {others.length > 0 && (
        <>
          <Heading as="h2" size="md" mb="1">
            Not for {tried.minutes} minutes at this level
          </Heading>
          {others.map((shape) => (
            <Flex key={shape.id} gap="3" mb="1" wrap="wrap" align="baseline">
              <Text fontSize="sm" color="soft">
                <b>{shape.name}</b>: {shape.fits}
              </Text>
              {director && <Ways shape={shape} />}
            </Flex>
          ))}
        </>
      )}
    </Box>
  );
}

/** What a director can do with a shape: change an own one, begin with a copy of any. */
function Ways({ shape }: { shape: Shape }) {
  const ways = [{ words: 'Copy', to: `/shapes/new?copy=${shape.id}` }];
  if (shape.own) ways.unshift({ words: 'Change', to: `/shapes/${shape.id}` });
  return (
    <Flex ml="auto" gap="1">
      {ways.map(({ words, to }) => (
        <Button asChild key={words} size="2xs" variant="outline" minH="6">
          <RouterLink to={to} aria-label={`${words} ${shape.name}`}>
            {words}
          </RouterLink>
        </Button>
      ))}
    </Flex>
  );
}

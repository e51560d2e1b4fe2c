import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';

import { Trial } from './MovePanel';
import type { Carrying, Move } from './moves';
import type { Schemas } from '~/shared/http/client';

interface Props {
  board: Schemas['Board'];
  name: string;
  carrying: Carrying;
  busy: boolean;
  onMake: (move: Move) => void;
  onLeave: () => void;
}

/** Beside a week while a movement is on its way: what it would do if the two changed places. */
export function CarriedPanel({ board, name, carrying, busy, onMake, onLeave }: Props) {
  const { from, over } = carrying;
  const move: Move | null = over && { kind: 'exchange-movements', one: from, other: over };
  return (
    <Box as="section" aria-label="What the change does">
      <Heading as="h2" size="md" mb="2">
        {name}
      </Heading>
      {move && over ? (
        <Trial board={board} move={move} over={over.day} />
      ) : (
        <Text color="soft">Choose the movement that it changes places with. What that does is told here first.</Text>
      )}
      <Flex gap="2" mt="3">
        <Button
          size="sm"
          bg="action"
          color="onAction"
          disabled={move === null}
          loading={busy}
          onClick={() => move && onMake(move)}
        >
          Change places
        </Button>
        <Button size="sm" variant="outline" onClick={onLeave}>
          Leave it
        </Button>
      </Flex>
    </Box>
  );
}

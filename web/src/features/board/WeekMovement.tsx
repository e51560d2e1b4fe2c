import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Box, chakra } from '@chakra-ui/react';

import { type Spot, spotWord } from './moves';
import type { Schemas } from '~/shared/http/client';

interface Props {
  own: Schemas['BoardMovement'];
  day: number;
  name: string;
  /** What is carried: null for nothing. */
  carried: Spot | null;
  over: boolean;
  movable: boolean;
  onCarry: (spot: Spot) => void;
}

/** A movement in a week: it is carried by pointer, finger or keyboard, or pressed twice: this, and that. */
export function WeekMovement({ own, day, name, carried, over, movable, onCarry }: Props) {
  const spot = { day, block: own.block, place: own.place };
  const id = spotWord(spot);
  const { setNodeRef: place } = useDroppable({ id, disabled: !movable });
  const { setNodeRef: held, listeners } = useDraggable({ id, disabled: !movable });
  const words = `${own.carried ? '↑ ' : ''}${name}`;
  const mine = carried !== null && spotWord(carried) === id;
  return (
    <Box as="li" ref={place} fontWeight={own.main ? '600' : '400'} bg={mine || over ? 'fernWash' : undefined}>
      {movable ? (
        <chakra.button
          type="button"
          ref={held}
          {...listeners}
          data-spot={id}
          aria-pressed={mine}
          cursor="grab"
          textAlign="left"
          w="full"
          minH="24px"
          onClick={() => onCarry(spot)}
        >
          {words}
        </chakra.button>
      ) : (
        words
      )}
    </Box>
  );
}

import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';

import { type Move, moveOf, type Moving, trialOptions } from './moves';
import { VolumeSteps } from './VolumeSteps';
import { Consequences } from '~/features/consequences';
import type { Schemas } from '~/shared/http/client';
import { dayLabel } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  board: Schemas['Board'];
  moving: Moving;
  onMoving: (moving: Moving | null) => void;
  onMake: (move: Move) => void;
  busy: boolean;
}

/** Beside the board while a class is on its way: what it would do to put it down there. */
export function MovePanel({ board, moving, onMoving, onMake, busy }: Props) {
  const move = moveOf(moving);
  return (
    <Box as="section" aria-label="What the move does">
      <Heading as="h2" size="md">
        {dayLabel(moving.day)}
      </Heading>
      <Flex gap="1" my="2" role="group" aria-label="What to do with it">
        <Toggle on={moving.kind === 'exchange'} onToggle={() => onMoving({ ...moving, kind: 'exchange' })}>
          Move or exchange
        </Toggle>
        <Toggle on={moving.kind === 'copy'} onToggle={() => onMoving({ ...moving, kind: 'copy' })}>
          Copy
        </Toggle>
      </Flex>
      {move === null ? (
        <Text color="soft">Choose the day on the board where it goes. What it does there is told here first.</Text>
      ) : (
        <Trial board={board} move={move} over={moving.over} />
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
          {moving.kind === 'copy' ? 'Copy it there' : 'Put it there'}
        </Button>
        <Button size="sm" variant="outline" onClick={() => onMoving(null)}>
          Leave it
        </Button>
      </Flex>
    </Box>
  );
}

interface TrialProps {
  board: Schemas['Board'];
  move: Move;
  over: number | null;
}

export function Trial({ board, move, over }: TrialProps) {
  const tried = useQuery({ ...trialOptions(board.id, board.version, move), placeholderData: keepPreviousData });
  if (tried.error) return <Trouble error={tried.error} />;
  if (!tried.data) return <Text color="soft">Working it out …</Text>;
  return (
    <Box opacity={tried.isPlaceholderData ? 0.5 : 1}>
      <Text mb="1">{tried.data.label}</Text>
      <Consequences told={tried.data} />
      <Box mt="2">
        <VolumeSteps board={{ ...board, steps: tried.data.steps }} week={over === null ? null : Math.floor(over / 7)} />
      </Box>
    </Box>
  );
}

import { Box, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';

import { boardOptions, useHistory } from '~/features/board';
import type { Schemas } from '~/shared/http/client';
import { UndoRedo } from '~/shared/ui/UndoRedo';

/** The class was undone, or its day was closed, while it was open: the way back is on this page. */
export function GoneClass({ series }: { series: number }) {
  const board = useQuery(boardOptions(series));
  return (
    <Box maxW="3xl" mx="auto" role="alert">
      <Heading as="h1" size="lg">
        There is no class on this day any more
      </Heading>
      <Text my="2">The last change took it away. It can be brought back here, or look at the series as it is now.</Text>
      <Flex gap="3" align="center">
        {board.data && <WayBack board={board.data} />}
        <Link asChild textDecoration="underline">
          <RouterLink to={`/series/${series}`}>Go to the board</RouterLink>
        </Link>
      </Flex>
    </Box>
  );
}

function WayBack({ board }: { board: Schemas['Board'] }) {
  const { undo, redo } = useHistory(board.id, board.version);
  return (
    <UndoRedo
      undo={board.undo}
      redo={board.redo}
      busy={undo.isPending || redo.isPending}
      onUndo={undo.mutate}
      onRedo={redo.mutate}
    />
  );
}

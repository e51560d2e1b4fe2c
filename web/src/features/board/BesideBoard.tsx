import { Box, Button, Flex, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import { useKeptPlan } from './api';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { Trouble } from '~/shared/ui/States';

/** A series that is being planned stays readable, and may be edited. */
export function BeingPlanned({ series, run }: { series: number; run: number }) {
  return (
    <Box role="status" bg="harebellWash" borderLeft="4px solid" borderColor="harebellInk" p="2" my="2">
      This series is being planned. What stands here stays until the plan is done; if you change something meanwhile,
      the plan is kept beside it.{' '}
      <Link asChild textDecoration="underline">
        <RouterLink to={`/series/${series}/runs/${run}`}>Follow it, or stop it</RouterLink>
      </Link>
    </Box>
  );
}

/** A plan that came to a series that had been changed meanwhile: compare it, put it in, or leave it. */
export function KeptPlan({ board, kept }: { board: Schemas['Board']; kept: Schemas['KeptPlan'] }) {
  const director = useIsDirector();
  const { putIn, forget } = useKeptPlan(board.id, kept.run, board.version);
  const error = putIn.error ?? forget.error;
  const busy = putIn.isPending || forget.isPending;
  return (
    <Box role="status" bg="lichenWash" borderLeft="4px solid" borderColor="lichenInk" p="2" my="2">
      <Text>{kept.words}</Text>
      <Flex gap="2" mt="1">
        <Button asChild size="xs" variant="outline">
          <RouterLink to={`/series/${board.id}/what-ifs?with=${kept.run}`}>Compare the two</RouterLink>
        </Button>
        {director && (
          <>
            <Button
              size="xs"
              variant="outline"
              loading={putIn.isPending}
              disabled={busy}
              onClick={() => putIn.mutate()}
            >
              Put it in over what is there
            </Button>
            <Button
              size="xs"
              variant="ghost"
              loading={forget.isPending}
              disabled={busy}
              onClick={() => forget.mutate()}
            >
              Throw it away
            </Button>
          </>
        )}
      </Flex>
      {error && <Trouble error={error} />}
    </Box>
  );
}

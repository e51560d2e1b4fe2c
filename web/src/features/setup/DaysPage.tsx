import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';

import { type NewSeries, setupOptions, useReshape } from './api';
import { ClosedDays } from './ClosedDays';
import { RoomFields } from './RoomFields';
import { boardOptions } from '~/features/board';
import { Problem } from '~/shared/http/problem';
import { Trouble, Waiting } from '~/shared/ui/States';

/** Days that are closed and kit that came or went, for a series that is planned already. */
export function DaysPage() {
  const id = Number(useParams().id);
  const stored = useQuery(setupOptions(id));
  const board = useQuery(boardOptions(id));
  const error = stored.error ?? board.error;
  if (error && !(stored.data && board.data)) return <Trouble error={error} />;
  if (!stored.data || !board.data) return <Waiting what="Fetching the set-up" />;
  return <DaysForm id={id} version={board.data.version} first={stored.data} />;
}

function DaysForm({ id, version, first }: { id: number; version: number; first: NewSeries }) {
  const [closed, setClosed] = useState(first.closed ?? []);
  const [room, setRoom] = useState(first.room);
  const navigate = useNavigate();
  const reshape = useReshape(id, (run) => void navigate(`/series/${id}/runs/${run}`));
  const fields = reshape.error instanceof Problem ? reshape.error.fields : {};
  return (
    <Box maxW="5xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to={`/series/${id}`}>Back to the board</RouterLink>
      </Link>
      <Heading as="h1" size="2xl" mb="1">
        Days and kit of {first.name}
      </Heading>
      <Text color="soft" mb="4">
        Classes on days that close fall away; the others stay on theirs. Then the plan is repaired: as few movements as
        possible are changed, so that every must rule holds again. It can be undone, and then the classes of the days
        that closed are back.
      </Text>
      <Box mb="4">
        <ClosedDays closed={closed} error={fields.closed} onClosed={setClosed} />
      </Box>
      <RoomFields room={room} rooms={[]} heads={first.heads} error={fields.room} onRoom={setRoom} />
      {reshape.error && <Trouble error={reshape.error} />}
      <Flex gap="2" my="4">
        <Button
          bg="action"
          color="onAction"
          loading={reshape.isPending}
          onClick={() => reshape.mutate({ version, closed, kit: room.kit })}
        >
          Change and repair
        </Button>
        <Button asChild variant="outline">
          <RouterLink to={`/series/${id}`}>Leave as it was</RouterLink>
        </Button>
      </Flex>
    </Box>
  );
}

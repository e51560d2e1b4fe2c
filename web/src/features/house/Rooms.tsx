import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Room, useRooms } from './api';
import { KeptForm } from './KeptForm';
import { RoomFields } from '~/features/setup';
import { useIsDirector } from '~/features/signin';
import { roomsOptions, useNames } from '~/shared/http/vocabulary';
import { NumberField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

const NEW: Room = { name: '', heads: 20, kit: {} };

/** The rooms and their kit, for series to come. */
export function Rooms() {
  const director = useIsDirector();
  const rooms = useQuery(roomsOptions);
  const { forget } = useRooms();
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const close = () => setOpen(null);
  return (
    <Box as="section" aria-label="Rooms">
      <Flex align="center" gap="3" mb="2">
        <Heading as="h2" size="lg">
          Rooms
        </Heading>
        {director && (
          <Button size="xs" variant="outline" onClick={() => setOpen('new')}>
            A new room
          </Button>
        )}
      </Flex>
      {(rooms.error ?? forget.error) && <Trouble error={(rooms.error ?? forget.error) as Error} />}
      {open === 'new' && <EditRoom room={NEW} onDone={close} />}
      <Box as="ul" listStyleType="none">
        {rooms.data?.map((room) => (
          <Box as="li" key={room.id} borderTop="1px solid" borderColor="line" py="2">
            <Flex gap="3" align="baseline" wrap="wrap">
              <Text fontWeight="600">{room.name}</Text>
              <Kit room={room} />
              {director && (
                <>
                  <Button
                    size="2xs"
                    variant="outline"
                    aria-label={`Change ${room.name}`}
                    onClick={() => setOpen(open === room.id ? null : room.id)}
                  >
                    Change
                  </Button>
                  <Button
                    size="2xs"
                    variant="ghost"
                    aria-label={`Forget ${room.name}`}
                    disabled={forget.isPending}
                    onClick={() => forget.mutate(room.id)}
                  >
                    Forget
                  </Button>
                </>
              )}
            </Flex>
            {open === room.id && (
              <EditRoom room={{ name: room.name, heads: room.heads, kit: room.kit }} onDone={close} />
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function Kit({ room }: { room: Room }) {
  const name = useNames();
  const kit = Object.entries(room.kit).filter(([, count]) => count > 0);
  return (
    <Text color="soft" fontSize="sm" flex="1" minW="40">
      {room.heads} people at most; {kit.map(([id, count]) => `${count} ${name(id)}`).join(', ') || 'no kit'}
    </Text>
  );
}

function EditRoom({ room, onDone }: { room: Room; onDone: () => void }) {
  const { keep } = useRooms();
  const [draft, setDraft] = useState(room);
  return (
    <KeptForm
      what="room"
      pending={keep.isPending}
      error={keep.error}
      onKeep={() => keep.mutate(draft, { onSuccess: onDone })}
      onLeave={onDone}
    >
      <NumberField
        label="People at most"
        width="32"
        min={1}
        max={500}
        value={draft.heads}
        onChange={(heads) => setDraft({ ...draft, heads })}
      />
      <RoomFields
        room={draft}
        rooms={[]}
        heads={draft.heads}
        onRoom={(next) => setDraft({ ...next, heads: draft.heads })}
      />
    </KeptForm>
  );
}

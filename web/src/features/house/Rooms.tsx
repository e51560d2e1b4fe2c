import { Box, Button, Flex, Heading } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Room, type StoredRoom, useRooms } from './api';
import { KeptForm } from './KeptForm';
import { KeptRow } from './KeptRow';
import { RoomFields } from '~/features/setup';
import { useIsDirector } from '~/features/signin';
import { roomsOptions, sitesOptions, useNames } from '~/shared/http/vocabulary';
import { NumberField, SelectField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

const NEW: Room = { name: '', heads: 20, kit: {} };

/** The rooms and their kit, for series to come. */
export function Rooms() {
  const director = useIsDirector();
  const rooms = useQuery(roomsOptions);
  const sites = useQuery(sitesOptions);
  const { forget, stand } = useRooms();
  const error = rooms.error ?? forget.error ?? stand.error;
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const close = () => setOpen(null);
  const name = useNames();
  const wordsOf = ({ heads, kit, site }: StoredRoom) => {
    const there = Object.entries(kit).filter(([, count]) => count > 0);
    const all = there.map(([id, count]) => `${count} ${name(id)}`).join(', ') || 'no kit';
    // A director has it in a field beside the words.
    const at = director ? undefined : sites.data?.find((own) => own.id === site)?.name;
    return `${at ? `${at}; ` : ''}${heads} people at most; ${all}`;
  };
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
      {error && <Trouble error={error} />}
      {open === 'new' && <EditRoom room={NEW} onDone={close} />}
      <Box as="ul" listStyleType="none">
        {rooms.data?.map((room) => (
          <KeptRow
            key={room.id}
            name={room.name}
            words={wordsOf(room)}
            forgetting={forget.isPending}
            aside={
              (sites.data?.length ?? 0) > 0 && (
                <SelectField
                  hidden
                  label={`Site of ${room.name}`}
                  value={String(room.site ?? '')}
                  options={[
                    { value: '', name: 'At no site' },
                    ...(sites.data ?? []).map((site) => ({ value: String(site.id), name: site.name })),
                  ]}
                  onChange={(site) => stand.mutate({ room: room.id, site: site ? Number(site) : null })}
                />
              )
            }
            onChange={() => setOpen(open === room.id ? null : room.id)}
            onForget={() => forget.mutate(room.id)}
          >
            {open === room.id && (
              <EditRoom room={{ name: room.name, heads: room.heads, kit: room.kit }} onDone={close} />
            )}
          </KeptRow>
        ))}
      </Box>
    </Box>
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

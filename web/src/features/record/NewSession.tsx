import { Box, Button, Flex, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { peopleOptions, roomsForClassOptions, useSessionWrites } from './api';
import type { Schemas } from '~/shared/http/client';
import { Trouble } from '~/shared/ui/States';

type Room = Schemas['RoomForClass'];

/** Put somebody down to teach a class, on its day and in its room unless others are chosen. */
export function NewSession({ detail }: { detail: Schemas['ClassDetail'] }) {
  const [open, setOpen] = useState(false);
  return (
    <Box as="details" fontSize="xs" onToggle={(event) => setOpen((event.target as HTMLDetailsElement).open)}>
      <Box as="summary" cursor="pointer">
        Put somebody down to teach it
      </Box>
      {open && <Fields detail={detail} />}
    </Box>
  );
}

function Fields({ detail }: { detail: Schemas['ClassDetail'] }) {
  const people = useQuery(peopleOptions);
  const rooms = useQuery(roomsForClassOptions(detail.series, detail.slot));
  const [at, setAt] = useState((detail.begins ?? `${detail.date}T18:00`).slice(0, 16));
  const [who, setWho] = useState('');
  const [where, setWhere] = useState('');
  const { add } = useSessionWrites(detail.series, detail.slot);
  const room = rooms.data?.find((own) => (where ? own.id === Number(where) : own.usual));
  const works = (person: Schemas['PersonModel']) =>
    !room?.site_id || person.sites.length === 0 || person.sites.includes(room.site_id);
  const others = rooms.data?.filter((own) => !own.usual) ?? [];
  return (
    <>
      <Flex gap="1" mt="1" wrap="wrap">
        <Input
          size="xs"
          type="datetime-local"
          aria-label="Begins"
          w="48"
          value={at}
          onChange={(event) => setAt(event.target.value)}
        />
        {others.length > 0 && (
          <Choice label="Room" value={where} onChange={setWhere}>
            <option value="">{nameOf(rooms.data?.find((own) => own.usual)) || detail.room}</option>
            {others.map((own) => (
              <option key={own.id} value={own.id}>
                {nameOf(own)}
              </option>
            ))}
          </Choice>
        )}
        <Choice label="Instructor" value={who} onChange={setWho}>
          <option value="">Who teaches?</option>
          {people.data?.filter(works).map((person) => (
            <option key={person.id} value={person.id}>
              {person.name}
            </option>
          ))}
          {people.data
            ?.filter((person) => !works(person))
            .map((person) => (
              <option key={person.id} value={person.id}>
                {person.name} (not at {room?.site})
              </option>
            ))}
        </Choice>
        <Button
          size="xs"
          variant="outline"
          disabled={!at || !who || add.isPending}
          onClick={() =>
            add.mutate(
              { starts_at: at, instructor: Number(who), room: where ? Number(where) : null },
              { onSuccess: () => setWho('') },
            )
          }
        >
          Put them down
        </Button>
      </Flex>
      {where && room && room.lacks.length > 0 && (
        <Text mt="1" color="lichenInk" role="status">
          {room.name} for this class: {room.lacks.join(' ')}
        </Text>
      )}
      {add.error && <Trouble error={add.error} />}
    </>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: React.ReactNode;
}

function Choice({ label, value, onChange, children }: ChoiceProps) {
  return (
    <NativeSelect.Root size="xs" w="44">
      <NativeSelect.Field aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
        {children}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

/** "Loft, Quay". */
function nameOf(room: Room | undefined): string {
  return room ? [room.name, room.site].filter(Boolean).join(', ') : '';
}

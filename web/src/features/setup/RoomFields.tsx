import { Box, chakra, Flex, Grid, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { TextField } from '~/shared/ui/Fields';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  room: Schemas['RoomModel'];
  rooms: Schemas['StoredRoom'][];
  heads: number;
  error?: string | undefined;
  /** Whether the room is changed for other series as well; without it, that is not asked. */
  shared?: boolean;
  onShared?: (shared: boolean) => void;
  onRoom: (room: Schemas['RoomModel']) => void;
}

function counts(kit: Record<string, number>): [string, number][] {
  return Object.entries(kit)
    .filter(([, count]) => count > 0)
    .sort();
}

/** The room and how much of each kit is in it; kit that does not go round is said at once. */
export function RoomFields({ room, rooms, heads, error, shared = false, onShared, onRoom }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  const same = rooms.find((known) => known.name.trim().toLowerCase() === room.name.trim().toLowerCase());
  const differs = same && JSON.stringify(counts(same.kit)) !== JSON.stringify(counts(room.kit));
  return (
    <Box>
      <Flex gap="3" align="flex-end" mb="2" wrap="wrap">
        <TextField label="Room" value={room.name} width="60" onChange={(name) => onRoom({ ...room, name })} />
        {rooms
          .filter((known) => known.name !== room.name)
          .slice(0, 4)
          .map((known) => (
            <Text key={known.id} asChild fontSize="xs" textDecoration="underline" cursor="pointer" pb="2">
              <button type="button" onClick={() => onRoom({ name: known.name, heads: known.heads, kit: known.kit })}>
                Take {known.name}
              </button>
            </Text>
          ))}
      </Flex>
      {error && (
        <Text color="rowanInk" mb="1">
          {error}
        </Text>
      )}
      {onShared && differs && (
        <chakra.label display="flex" gap="2" mb="2" fontSize="xs">
          <input type="checkbox" checked={shared} onChange={(event) => onShared(event.target.checked)} /> Keep this kit
          for {same.name} in series to come as well; otherwise it is for this series only
        </chakra.label>
      )}
      <Grid templateColumns="repeat(auto-fill, minmax(min(15rem, 100%), 1fr))" columnGap="5" rowGap="1">
        {catalogue?.kit.map((kit) => {
          const count = room.kit[kit.id] ?? 0;
          const short = count > 0 && count < heads;
          return (
            <Flex as="label" key={kit.id} align="center" gap="2" fontSize="xs">
              <KitIcons kit={[kit.id]} />
              <Text flex="1" truncate color={short ? 'lichenInk' : undefined}>
                {kit.name}
                {short ? `, ${heads - count} short` : ''}
              </Text>
              <Input
                type="number"
                size="2xs"
                w="14"
                bg="panel"
                min={0}
                value={count}
                onChange={(event) =>
                  onRoom({ ...room, kit: { ...room.kit, [kit.id]: event.target.valueAsNumber || 0 } })
                }
              />
            </Flex>
          );
        })}
      </Grid>
    </Box>
  );
}

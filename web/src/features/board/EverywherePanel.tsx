import { Box, Button, chakra, Heading, NativeSelect, Text } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';

import { Trial } from './MovePanel';
import type { Move } from './moves';
import type { Seen } from './seen';
import type { Schemas } from '~/shared/http/client';

interface Props {
  board: Schemas['Board'];
  seen: Seen;
  movement: string;
  onMake: (move: Move) => void;
  busy: boolean;
  /** What stands here until another movement is chosen. */
  children: ReactNode;
}

/** Beside the board: another movement in the place of one, in the whole series at once. */
export function EverywherePanel({ board, seen, movement, onMake, busy, children }: Props) {
  const [by, setBy] = useState('');
  const [ban, setBan] = useState(false);
  const own = seen.movements.get(movement);
  if (!own) return null;
  const move: Move | null = by ? { kind: 'swap-everywhere', movement, by, weeks: null, ban } : null;
  const others = [...seen.movements.values()]
    .filter((other) => other.role === own.role && !other.retired && other.id !== own.id && other.level <= board.level)
    .sort((one, other) => one.name.localeCompare(other.name));
  const alike = others.filter((other) => other.pattern === own.pattern);
  const rest = others.filter((other) => other.pattern !== own.pattern);
  return (
    <section aria-label="Everywhere at once">
      <Heading as="h2" size="md">
        {own.name}
      </Heading>
      <Text color="soft" mb="2">
        In {board.classes.filter((entry) => entry.movements.includes(movement)).length} classes of this series.
      </Text>
      <NativeSelect.Root size="sm">
        <NativeSelect.Field
          bg="panel"
          aria-label="In its place, everywhere"
          value={by}
          onChange={(event) => setBy(event.target.value)}
        >
          <option value="">In its place, in all of them …</option>
          <optgroup label="Of the same pattern">
            {alike.map((other) => (
              <option key={other.id} value={other.id}>
                {other.name}
              </option>
            ))}
          </optgroup>
          <optgroup label="Others">
            {rest.map((other) => (
              <option key={other.id} value={other.id}>
                {other.name}
              </option>
            ))}
          </optgroup>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {move === null && <Box mt="4">{children}</Box>}
      {move && (
        <>
          <chakra.label display="flex" gap="1" alignItems="center" my="2" fontSize="sm">
            <input type="checkbox" checked={ban} onChange={(event) => setBan(event.target.checked)} />
            and never again in this series
          </chakra.label>
          <Trial board={board} move={move} over={null} />
          <Button size="sm" bg="action" color="onAction" mt="3" loading={busy} onClick={() => onMake(move)}>
            Swap it everywhere
          </Button>
        </>
      )}
    </section>
  );
}

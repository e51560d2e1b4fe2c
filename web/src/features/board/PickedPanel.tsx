import { Box, Button, Flex, Heading, NativeSelect, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { BodyColumn } from './BodyColumn';
import { Trial } from './MovePanel';
import { type Move, type Moving, useLocks } from './moves';
import type { Schemas } from '~/shared/http/client';
import { dayLabel, DAYS } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  board: Schemas['Board'];
  days: readonly number[];
  several: boolean;
  onSeveral: (on: boolean) => void;
  onPickAll: (days: number[], more: boolean) => void;
  onMoving: (moving: Moving) => void;
  onMake: (move: Move) => void;
  onLeave: () => void;
  busy: boolean;
}

/** Beside the board: what can be done with the classes that are picked. */
export function PickedPanel(props: Props) {
  const { board, days, several, onSeveral, onPickAll, onMoving, onMake, onLeave, busy } = props;
  const [move, setMove] = useState<Move | null>(null);
  const locks = useLocks(board.id, board.version);
  const picked = board.classes.filter((entry) => days.includes(entry.week * 7 + entry.weekday));
  const [day = 0, other] = days;
  const first = picked[0];
  if (!first) return null;
  const locked = picked.every((entry) => entry.locked);
  const slots = picked.filter((entry) => entry.locked === locked).map((entry) => entry.slot);
  return (
    <section aria-label="What is picked">
      <Heading as="h2" size="md">
        {days.length === 1 ? dayLabel(day) : `${days.length} classes`}
      </Heading>
      <Text color="soft" mb="2">
        {picked.map((entry) => (days.length === 1 ? entry.name : dayLabel(entry.week * 7 + entry.weekday))).join(', ')}
      </Text>
      <Flex gap="2" wrap="wrap">
        {days.length === 1 && (
          <>
            <Act onDo={() => onMoving({ day, kind: 'exchange', over: null })}>Move or exchange</Act>
            <Act onDo={() => onMoving({ day, kind: 'copy', over: null })}>Copy to another day</Act>
            <Button asChild size="xs" variant="outline">
              <RouterLink to={`/series/${board.id}/classes/${first.slot}`}>Open</RouterLink>
            </Button>
          </>
        )}
        {days.length === 2 && other !== undefined && (
          <>
            <Act onDo={() => setMove({ kind: 'exchange', day, other })}>Exchange the two</Act>
            <Button asChild size="xs" variant="outline">
              <RouterLink to={`/compare?one=${board.id}.${first.slot}&other=${board.id}.${picked[1]?.slot}`}>
                Compare the two
              </RouterLink>
            </Button>
          </>
        )}
        <Act onDo={() => locks.mutate({ slots, locked: !locked })}>{locked ? 'Unlock' : 'Lock'}</Act>
        <Act onDo={() => setMove({ kind: 'take-off', days: [...days] })}>Take off</Act>
      </Flex>
      <Flex gap="2" wrap="wrap" mt="2">
        <Toggle size="xs" on={several} onToggle={() => onSeveral(!several)}>
          Pick several
        </Toggle>
        <Act
          onDo={() =>
            onPickAll(
              daysOf(board, (entry) => entry.week === first.week),
              true,
            )
          }
        >
          All of week {first.week + 1}
        </Act>
        <Act
          onDo={() =>
            onPickAll(
              daysOf(board, (entry) => entry.weekday === first.weekday),
              true,
            )
          }
        >
          Every {DAYS[first.weekday]}
        </Act>
      </Flex>
      {days.length === 1 && <CopyWeek board={board} week={first.week} onTry={setMove} />}
      <Text fontSize="xs" color="soft" mt="2">
        Shift and a click picks one more; shift and a drag, or a drag from a gap, all that the frame touches. Drag a
        class to move it.
      </Text>
      {locks.error && <Trouble error={locks.error} />}
      {move && (
        <>
          <Trial board={board} move={move} over={null} />
          <Button size="sm" bg="action" color="onAction" mt="3" loading={busy} onClick={() => onMake(move)}>
            Do it
          </Button>
        </>
      )}
      <Button size="sm" variant="outline" mt="3" ml={move ? '2' : '0'} onClick={onLeave}>
        Leave it
      </Button>
      {!move && days.length === 1 && (
        <Box mt="4">
          <BodyColumn volume={first.volume} title={dayLabel(day).toLowerCase()} />
        </Box>
      )}
    </section>
  );
}

function daysOf(board: Schemas['Board'], wanted: (entry: Schemas['BoardClass']) => boolean): number[] {
  return board.classes.filter(wanted).map((entry) => entry.week * 7 + entry.weekday);
}

function Act({ onDo, children }: { onDo: () => void; children: React.ReactNode }) {
  return (
    <Button size="xs" variant="outline" onClick={onDo}>
      {children}
    </Button>
  );
}

interface WeekProps {
  board: Schemas['Board'];
  week: number;
  onTry: (move: Move) => void;
}

function CopyWeek({ board, week, onTry }: WeekProps) {
  return (
    <NativeSelect.Root size="xs" w="60" mt="2">
      <NativeSelect.Field
        bg="panel"
        aria-label={`Copy the whole of week ${week + 1}`}
        value=""
        onChange={(event) => onTry({ kind: 'copy-week', week, other: Number(event.target.value) })}
      >
        <option value="">Copy all of week {week + 1} to …</option>
        {Array.from({ length: board.weeks }, (_, other) =>
          other === week ? null : (
            <option key={other} value={other}>
              week {other + 1}
            </option>
          ),
        )}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

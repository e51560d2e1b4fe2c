import { Box, Button, Flex, Heading, NativeSelect, Text } from '@chakra-ui/react';
import { useQueries } from '@tanstack/react-query';

import { shorterOptions } from './api';
import { boutAhead, type Cue, cutFor, late, type Run, saves } from './run';
import { PulsePanel } from './PulsePanel';
import { boutWords } from './words';
import { SignalToggles } from './SignalToggles';
import type { Pulse } from './usePulse';
import type { Room } from './useRoom';
import type { Teaching } from './useRun';
import type { useSignals } from './useSignals';
import { keptOrder } from '~/features/bench';
import { coverToken } from '~/shared/http/cover';
import type { Schemas } from '~/shared/http/client';
import { useLoads, useMovements, useSafety } from '~/shared/http/vocabulary';
import { clock } from '~/shared/format/time';
import { Asking } from '~/shared/ui/Asking';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  detail: Schemas['ClassDetail'];
  teaching: Teaching;
  run: Run;
  name: (movement: string) => string;
  signals: ReturnType<typeof useSignals>;
  pulse: Pulse;
  room: Room;
  onLeave: () => void;
}

const JOINTS = [
  ['knee', 'Knee'],
  ['low-back', 'Lower back'],
  ['shoulder', 'Shoulder'],
  ['wrist', 'Wrist'],
  ['neck', 'Neck'],
] as const;

/** What is otherwise than planned, one tap each; every tap writes the record. */
export function Differs({ detail, teaching, run, name, signals, pulse, room, onLeave }: Props) {
  const bout = boutAhead(run);
  const safety = useSafety();
  const does = (act: () => void) => () => {
    act();
    onLeave();
  };
  const moves = bout?.kind === 'work' && bout.movement;
  const own = useMovements().get(bout?.movement ?? '');
  const steps = useLoads();
  const loadable = own?.kit.some((kit) => steps.has(kit));
  const more = bout?.round != null && bout.round < bout.rounds;
  return (
    <Asking title={moves ? boutWords(bout, name) : 'The class'} leave="Close" onLeave={onLeave}>
      <Late detail={detail} teaching={teaching} run={run} onDone={onLeave} />
      {moves && (
        <Flex gap="2" wrap="wrap">
          <Button size="lg" variant="outline" onClick={does(teaching.leaveOut)}>
            Leave it out
          </Button>
          <Button size="lg" variant="outline" disabled={!more} onClick={does(teaching.lastRound)}>
            Last round now
          </Button>
          <Button size="lg" variant="outline" onClick={does(teaching.onceMore)}>
            One more round
          </Button>
          <Button size="lg" variant="outline" disabled={run.cues[run.index]?.kind !== 'work'} onClick={teaching.longer}>
            10 s longer
          </Button>
          {loadable && (
            <>
              <Button size="lg" variant="outline" onClick={does(() => teaching.loaded(-1))}>
                Lighter
              </Button>
              <Button size="lg" variant="outline" onClick={does(() => teaching.loaded(1))}>
                Heavier
              </Button>
            </>
          )}
        </Flex>
      )}
      {moves && !bout.stations && (
        <Instead detail={detail} bout={bout} onChoose={(id) => does(() => teaching.instead(id))()} />
      )}
      <Box>
        <Heading as="h3" size="sm">
          Somebody is sore
        </Heading>
        <Flex gap="2" wrap="wrap" mt="1">
          {JOINTS.map(([joint, words]) => (
            <Button key={joint} size="md" variant="outline" onClick={does(() => teaching.sore(joint))}>
              {words}
            </Button>
          ))}
        </Flex>
        <Text mt="1" fontSize="sm">
          {safety?.stop}
        </Text>
      </Box>
      <SignalToggles signals={signals} />
      <PulsePanel pulse={pulse} />
      {!coverToken() && <InRoom room={room} />}
      <Flex gap="2" wrap="wrap">
        {teaching.canTakeBack && (
          <Button size="lg" variant="outline" onClick={does(teaching.takeBack)}>
            Take the last one back
          </Button>
        )}
        <Button size="lg" variant="outline" onClick={does(teaching.end)}>
          End the class
        </Button>
      </Flex>
    </Asking>
  );
}

/** A display on the wall for the members, opened by a code. */
function InRoom({ room }: { room: Room }) {
  return (
    <Flex gap="3" align="center" wrap="wrap">
      <Toggle size="md" on={room.code !== null} onToggle={room.code ? room.close : room.open}>
        Show in the room
      </Toggle>
      {room.code && (
        <Text>
          On the display open <b>/room</b> and type{' '}
          <Text as="span" fontFamily="mono" fontSize="2xl" fontWeight="700">
            {room.code}
          </Text>
        </Text>
      )}
      {room.trouble && <Text role="alert">{room.trouble}</Text>}
    </Flex>
  );
}

/** Another movement of the same kind, with what is in the room for this class. */
function Instead({ detail, bout, onChoose }: { detail: Props['detail']; bout: Cue; onChoose: (id: string) => void }) {
  const movements = useMovements();
  const own = bout.movement ? movements.get(bout.movement) : undefined;
  if (!own) return null;
  const there = new Set<string>([...detail.kit, ...own.kit]);
  const alike = [...movements.values()]
    .filter((one) => one.pattern === own.pattern && one.id !== own.id && one.kit.every((kit) => there.has(kit)))
    .sort((one, other) => Math.abs(one.level - own.level) - Math.abs(other.level - own.level));
  if (!alike.length) return null;
  return (
    <NativeSelect.Root size="lg">
      <NativeSelect.Field aria-label="Do instead" value="" onChange={(event) => onChoose(event.target.value)}>
        <option value="">Do instead …</option>
        {alike.slice(0, 20).map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

interface LateProps {
  detail: Props['detail'];
  teaching: Teaching;
  run: Run;
  onDone: () => void;
}

/** What would go so that the class ends on time, before it goes. */
function Late({ detail, teaching, run, onDone }: LateProps) {
  const block = run.cues[run.index]?.block ?? 0;
  const order = keptOrder();
  // What begins in a later block hurts less than what is cut out of the one that runs.
  const asked = useQueries({
    queries: [block + 1, block].map((done) => shorterOptions(detail.series, detail.slot, done, order)),
  });
  const behind = late(run, teaching.now);
  if (behind < 30) return null;
  if (asked.some((one) => one.isPending)) return <Text>Working out what could go …</Text>;
  const best = cutFor(
    run,
    asked.flatMap((one) => one.data ?? []),
    behind,
  );
  if (!best) return <Text>{clock(behind)} late, and nothing is left that could go. The cool-down stays.</Text>;
  const saved = saves(run, best.cues);
  const cut = () => {
    teaching.cut(best.cues);
    onDone();
  };
  return (
    <Box>
      <Heading as="h3" size="sm">
        {clock(behind)} late
      </Heading>
      <Text>
        To go: {best.cuts.join('; ')}. That saves {clock(saved)}
        {saved < behind ? `, and ${clock(behind - saved)} stay` : ''}; sides and cool-down stay whole.
      </Text>
      <Button mt="2" size="lg" bg="action" color="onAction" onClick={cut}>
        Cut it so
      </Button>
    </Box>
  );
}

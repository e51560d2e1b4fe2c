import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { CueNow } from './CueNow';
import { Differs } from './Differs';
import { Layers } from './Layers';
import { PulseNow } from './PulsePanel';
import { boutAhead, type Cue, gone, late, type Run, share, waits } from './run';
import { stationBouts, stationViews } from './stations';
import { boutWords, nextWords } from './words';
import { useKeys } from './useKeys';
import type { Pulse } from './usePulse';
import type { Room } from './useRoom';
import type { Teaching } from './useRun';
import type { useSignals } from './useSignals';
import type { Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';
import { useMovements } from '~/shared/http/vocabulary';
import { StationPicture } from '~/shared/ui/StationPicture';

interface Props {
  detail: Schemas['ClassDetail'];
  teaching: Teaching;
  run: Run;
  name: (movement: string) => string;
  signals: ReturnType<typeof useSignals>;
  pulse: Pulse;
  room: Room;
}

/** A class while it is taught: the cue that runs, what comes, and everything that may differ one tap away. */
export function Floor({ detail, teaching, run, name, signals, pulse, room }: Props) {
  const [differing, setDiffering] = useState(false);
  const { now } = teaching;
  const cue = run.cues[run.index];
  const behind = Math.round(late(run, now));
  useKeys({ next: teaching.next, back: teaching.back, on: !differing });
  if (!cue) return null;
  const bout = boutAhead(run);
  const movement = bout?.movement ?? null;
  const done = Math.round(100 * share(run));
  return (
    <>
      <Flex align="center" gap="3" fontSize="lg">
        <Text fontFamily="mono" aria-label="Time gone and planned">
          {clock(gone(run, now))}{' '}
          <Text as="span" color="soft">
            of {clock(run.planned)}
          </Text>
        </Text>
        <Button
          ml="auto"
          size="md"
          variant="outline"
          color={behind > 30 ? 'rowanInk' : 'ink'}
          onClick={() => setDiffering(true)}
        >
          {Math.abs(behind) < 5 ? 'On time' : `${clock(Math.abs(behind))} ${behind > 0 ? 'late' : 'early'}`}
        </Button>
      </Flex>
      <Box h="1.5" mt="2" bg="sunken" role="img" aria-label={`${done} % of the class`}>
        <Box h="full" style={{ width: `${done}%` }} bg="strong" />
      </Box>
      <CueNow run={run} cue={cue} bout={bout} now={now} name={name} />
      {cue.kind === 'work' && cue.reps !== null && (
        <Taps key={run.index} planned={cue.reps} onCount={teaching.counted} onDone={teaching.next} />
      )}
      <PulseNow pulse={pulse} />
      {movement && bout && !bout.stations && <Layers detail={detail} movement={movement} block={bout.block} />}
      {bout && bout.stations > 0 && <AtStations detail={detail} run={run} bout={bout} name={name} />}
      <Coming run={run} name={name} />
      <Flex gap="2" mt="3" position="sticky" bottom="0" bg="page" py="2">
        <Button
          h="16"
          px="4"
          variant="outline"
          onClick={teaching.back}
          disabled={run.index === 0 || run.paused !== null}
        >
          Back
        </Button>
        <Button h="16" px="4" variant="outline" aria-pressed={run.paused !== null} onClick={teaching.pause}>
          {run.paused === null ? 'Pause' : 'Go on'}
        </Button>
        <Button
          h="16"
          flex="1"
          px="2"
          fontSize="2xl"
          bg="action"
          color="onAction"
          onClick={teaching.next}
          disabled={run.paused !== null}
        >
          {waits(cue) ? 'Ready' : 'Next'}
        </Button>
        <Button h="16" px="4" variant="outline" onClick={() => setDiffering(true)}>
          Differs
        </Button>
      </Flex>
      {differing && (
        <Differs
          detail={detail}
          teaching={teaching}
          run={run}
          name={name}
          signals={signals}
          pulse={pulse}
          room={room}
          onLeave={() => setDiffering(false)}
        />
      )}
    </>
  );
}

/** Reps counted by tap, for whoever counts aloud; the last one goes on, and fewer are in the record. */
function Taps({ planned, onCount, onDone }: { planned: number; onCount: (reps: number) => void; onDone: () => void }) {
  const [count, setCount] = useState(0);
  const tap = () => {
    setCount(count + 1);
    onCount(count + 1);
    if (count + 1 === planned) onDone();
  };
  return (
    <Button h="14" mt="2" w="full" fontSize="2xl" variant="outline" onClick={tap}>
      {count ? `${count} of ${planned}` : `Tap to count ${planned}`}
    </Button>
  );
}

/** Who is where, and how what is done at a station is done: the first one's until another is tapped. */
function AtStations({ detail, run, bout, name }: Pick<Props, 'detail' | 'run' | 'name'> & { bout: Cue }) {
  const movements = useMovements();
  const [picked, setPicked] = useState(0);
  const bouts = stationBouts(run, bout);
  const at = picked < bouts.length ? picked : 0;
  const movement = bouts[at]?.[0]?.movement;
  const views = stationViews(bouts, name, (id) => movements.get(id)?.kit ?? []);
  return (
    <Box mt="3">
      <StationPicture stations={views} picked={at} onPick={setPicked} />
      {movement && <Layers detail={detail} movement={movement} block={bout.block} />}
    </Box>
  );
}

/** What comes after the bout that is large, as large as it; then movement by movement. */
function Coming({ run, name }: { run: Run; name: (movement: string) => string }) {
  const [now, next, ...later] = run.cues.slice(run.index).filter((cue) => cue.kind === 'work' || cue.kind === 'talk');
  if (!now || !next) return null;
  const others = [next, ...later].filter((cue, at, all) => {
    const before = at === 0 ? now : all[at - 1];
    return before?.block !== cue.block || (!cue.stations && before.place !== cue.place);
  });
  return (
    <Box as="ol" listStyleType="none" mt="auto" pt="3" aria-label="What comes next">
      <Text
        as="li"
        fontSize={{ base: 'max(3rem, 5.2vh)', md: '6xl' }}
        lineHeight="1.05"
        borderTop="1px solid"
        borderColor="line"
        py="1"
      >
        <Text as="span" fontSize="xl" color="soft">
          then{' '}
        </Text>
        {nextWords(next, now, name)}
      </Text>
      {others
        .filter((cue) => cue !== next)
        .slice(0, 3)
        .map((cue, place) => (
          <Flex
            as="li"
            key={`${run.index} ${place}`}
            gap="3"
            py="1"
            align="baseline"
            fontSize={{ base: 'xl', md: '2xl' }}
          >
            <Text flex="1">{boutWords(cue, name)}</Text>
            <Text color="soft">{cue.rounds > 1 ? `${cue.rounds} rounds` : clock(cue.end - cue.start)}</Text>
          </Flex>
        ))}
    </Box>
  );
}

import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';

import { asDone, cutOff } from './otherwise';
import { type Run, took } from './run';
import type { Room } from './useRoom';
import type { Teaching } from './useRun';
import { RecordForm } from '~/features/record';
import { classPath, coverToken } from '~/shared/http/cover';
import type { Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';
import { Asking } from '~/shared/ui/Asking';

interface Props {
  detail: Schemas['ClassDetail'];
  teaching: Teaching;
  run: Run;
  name: (movement: string) => string;
  /** The mean of a strap that was worn; null: none was. */
  pulse: number | null;
  room: Room;
}

/** The class is over: what it was, prefilled, and a way back into it. */
export function Taught({ detail, teaching, run, name, pulse, room }: Props) {
  const [throwing, setThrowing] = useState(false);
  const navigate = useNavigate();
  const leave = () => void navigate(classPath(detail.series, detail.slot));
  // Another's session stays theirs: whoever stepped in has one of their own.
  const session = detail.sessions.find((entry) => entry.mine);
  // The page of a class needs more than a phone keeps.
  const kept = (waits: boolean) => {
    room.close();
    teaching.forget();
    if (waits && !coverToken()) void navigate('/mine');
    else leave();
  };
  return (
    <Box maxW="3xl" w="full" mx="auto">
      <Flex align="baseline" gap="3" wrap="wrap" mb="2">
        <Heading as="h1" size="2xl">
          The class took {clock(took(run))}
        </Heading>
        {run.ended !== null && (
          <Button ml="auto" size="md" variant="outline" onClick={teaching.reopen}>
            Go back into it
          </Button>
        )}
      </Flex>
      <Differences run={run} name={name} />
      <RecordForm
        series={detail.series}
        slot={detail.slot}
        session={session ?? null}
        startsAt={wall(run.began)}
        minutes={Math.max(1, Math.round(took(run) / 6) / 10)}
        taught={asDone(run)}
        pulse={pulse}
        onKept={kept}
        onLeave={leave}
      />
      <Button mt="6" size="md" variant="ghost" onClick={() => setThrowing(true)}>
        Throw away what was timed
      </Button>
      {throwing && (
        <Asking title="Throw away what was timed?" leave="Keep it" onLeave={() => setThrowing(false)}>
          <Text>Nothing of this class is recorded then. It cannot be brought back.</Text>
          <Button size="md" bg="rowanInk" color="page" onClick={() => kept(false)}>
            Throw it away
          </Button>
        </Asking>
      )}
    </Box>
  );
}

/** A moment as the clock on the wall shows it. */
function wall(moment: number): string {
  const at = new Date(moment);
  return new Date(moment - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

/** How one bout was otherwise than planned. */
function howWords(one: Run['otherwise'][number], name: (movement: string) => string): string[] {
  const movement = name(one.instead || one.movement);
  const how = [
    one.instead ? `${movement} instead of ${name(one.movement)}` : '',
    one.extra ? `${movement} once more` : '',
    one.more ? `${movement} longer` : '',
    one.reps ? `${movement}: ${one.reps} reps` : '',
    one.load ? `${movement} ${one.load > 0 ? 'heavier' : 'lighter'}` : '',
  ].filter(Boolean);
  return how.length ? how : [`${movement} left out`];
}

/** What was noted on the way, a line a movement. */
function Differences({ run, name }: { run: Run; name: (movement: string) => string }) {
  const lines = new Map<string, number>();
  for (const one of run.otherwise) {
    for (const how of howWords(one, name)) lines.set(how, (lines.get(how) ?? 0) + 1);
  }
  for (const one of run.complaints)
    lines.set(`Sore ${one.joint.replace('-', ' ')}${one.movement ? ` at ${name(one.movement)}` : ''}`, 1);
  const early = cutOff(run).length;
  if (!lines.size && !early) return <Text fontSize="lg">All as planned.</Text>;
  return (
    <Box as="ul" fontSize="lg" pl="5" mb="2">
      {early > 0 && (
        <li>
          Ended early: {early} of {run.cues.filter((cue) => cue.kind === 'work').length} bouts were not done
        </li>
      )}
      {[...lines].map(([line, times]) => (
        <li key={line}>
          {line}
          {times > 1 ? `, ${times} times` : ''}
        </li>
      ))}
    </Box>
  );
}

import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';

import { measuresOptions } from './api';
import { CueNow } from './CueNow';
import { useBeeps } from './useBeeps';
import { useKeys } from './useKeys';
import { useRun } from './useRun';
import { classOptions } from '~/features/bench';
import { RecordForm } from '~/features/record';
import type { Schemas } from '~/shared/http/client';
import { useSafety, useVocabulary } from '~/shared/http/vocabulary';
import { clock } from '~/shared/format/time';
import { Trouble, Waiting } from '~/shared/ui/States';

/** Teach a class by its real clock; what the group takes longer or shorter for is kept. */
export function TeachPage() {
  const params = useParams();
  const [series, slot] = [Number(params.id), Number(params.slot)];
  const detail = useQuery({ ...classOptions(series, slot), staleTime: Infinity });
  const measures = useQuery(measuresOptions(series, slot));
  const words = useVocabulary();
  const error = detail.error ?? measures.error ?? words.error;
  if (error && !(detail.data && measures.data && words.ready)) return <Trouble error={error} />;
  if (!detail.data || !measures.data || !words.ready) return <Waiting what="Opening the class" />;
  return <Teach detail={detail.data} measures={measures.data} />;
}

interface Props {
  detail: Schemas['ClassDetail'];
  measures: (Schemas['MeasureModel'] | null)[];
}

function Teach({ detail, measures }: Props) {
  const cues = detail.real;
  const teaching = useRun(`grike-teach-${detail.series}-${detail.slot}`, cues, measures);
  const { run, now } = teaching;
  const [ended, setEnded] = useState(false);
  const cue = run ? cues[run.index] : undefined;
  const done = run !== null && (ended || !cue);
  useKeys({ next: run && !done ? teaching.next : teaching.start, back: teaching.back, on: !done });
  const sound = useBeeps(run, cue, now);
  const safety = useSafety();
  const session = detail.sessions.find((entry) => entry.mine) ?? detail.sessions[0];
  const back = `/series/${detail.series}/classes/${detail.slot}`;
  return (
    <Box maxW="5xl" mx="auto">
      <Flex align="center" gap="3" wrap="wrap">
        <Heading as="h1" size="lg">
          {detail.name}
        </Heading>
        <Text color="soft">
          week {detail.week + 1}, {clock(detail.real_seconds)}
        </Text>
        <Flex ml="auto" gap="2">
          <Button size="sm" variant="outline" aria-pressed={sound.on} onClick={sound.toggle}>
            {sound.on ? 'Beeper on' : 'Beeper off'}
          </Button>
          {run && !done && (
            <Button size="sm" variant="outline" onClick={() => setEnded(true)}>
              End the class
            </Button>
          )}
          <Button asChild size="sm" variant="outline">
            <RouterLink to={back}>Back to the class</RouterLink>
          </Button>
        </Flex>
      </Flex>
      <Text
        role="note"
        mt="2"
        px="2"
        py="1"
        borderLeft="4px solid"
        borderColor="rowanInk"
        bg="rowanWash"
        color="ink"
        fontWeight="600"
      >
        {safety?.stop}
      </Text>
      {!run && (
        <Box textAlign="center" py="20">
          <Text mb="4" fontSize="lg">
            Bouts and rests run by themselves. Changes, showings and counted bouts wait for you: press when the group is
            ready.
          </Text>
          <Button size="xl" bg="action" color="onAction" onClick={teaching.start}>
            Begin
          </Button>
          <Text mt="3" color="soft">
            Space or the right arrow goes on, the left arrow goes back.
          </Text>
        </Box>
      )}
      {run && !done && cue && (
        <CueNow
          detail={detail}
          run={run}
          cue={cue}
          measure={measures[run.index] ?? null}
          now={now}
          onNext={teaching.next}
          onBack={teaching.back}
        />
      )}
      {run && done && (
        <Box py="6">
          <Heading as="h2" size="md" mb="1">
            The class took {clock((run.cueBegan - run.began) / 1000)}
          </Heading>
          {session ? (
            <RecordForm
              series={detail.series}
              slot={detail.slot}
              session={session}
              minutes={Math.max(1, Math.round((run.cueBegan - run.began) / 6000) / 10)}
              marks={run.marks}
              onDone={() => {
                teaching.forget();
                setEnded(false);
              }}
            />
          ) : (
            <Text>
              Nobody is down to teach this class, so there is nothing to keep the record with.{' '}
              <Link asChild textDecoration="underline">
                <RouterLink to={back}>Add a session first;</RouterLink>
              </Link>{' '}
              what was timed stays on this machine.
            </Text>
          )}
        </Box>
      )}
    </Box>
  );
}

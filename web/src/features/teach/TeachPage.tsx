import { Flex, Theme } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useParams } from 'react-router';

import { floorOptions } from './api';
import { Before } from './Before';
import { Floor } from './Floor';
import { useKeptClass } from './keepClass';
import { HallLight } from './HallLight';
import { isOver } from './run';
import { Taught } from './Taught';
import { useAwake } from './useAwake';
import { usePulse } from './usePulse';
import { useRoom } from './useRoom';
import { useRun } from './useRun';
import { useSignals } from './useSignals';
import { classOptions } from '~/features/bench';
import type { Schemas } from '~/shared/http/client';
import { IN_REACH } from '~/shared/http/onPhone';
import { useMovements, usePulseJudged, useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** Teach a class by its real clock, phone in hand; what the group takes longer or shorter for is kept. */
export function TeachPage() {
  const params = useParams();
  return <TeachClass series={Number(params.id)} slot={Number(params.slot)} />;
}

/** The class itself, for whoever was let to it. */
export function TeachClass({ series, slot }: { series: number; slot: number }) {
  const detail = useQuery({
    ...classOptions(series, slot),
    staleTime: Infinity,
    refetchOnMount: 'always',
    gcTime: IN_REACH,
  });
  const floor = useQuery(floorOptions(series, slot));
  const words = useVocabulary();
  const error = detail.error ?? floor.error ?? words.error;
  if (error && !(detail.data && floor.data && words.ready)) return <Trouble error={error} />;
  if (!detail.data || !floor.data || !words.ready) return <Waiting what="Opening the class" />;
  return <Teach detail={detail.data} floor={floor.data} />;
}

interface Props {
  detail: Schemas['ClassDetail'];
  floor: Schemas['FloorModel'];
}

function Teach({ detail, floor }: Props) {
  useKeptClass(detail.series, detail.slot);
  const teaching = useRun(`grike-floor-${detail.series}-${detail.slot}`, floor.cues);
  const { run, now } = teaching;
  const movements = useMovements();
  const name = useCallback((id: string) => movements.get(id)?.name ?? id, [movements]);
  const signals = useSignals(run, now, name);
  const pulse = usePulse(run, usePulseJudged());
  const kitOf = useCallback((id: string) => movements.get(id)?.kit ?? [], [movements]);
  const room = useRoom(run, detail.name, name, kitOf);
  const over = run !== null && isOver(run);
  useAwake(run !== null && !over);
  return (
    // Dark in every hall: it is read from three metres, and lights up nobody's face.
    <Theme appearance="dark" hasBackground={false} asChild>
      <Flex direction="column" minH="100dvh" bg="page" color="ink" px={{ base: '4', md: '8' }} py="3">
        {signals.on.hall && <HallLight />}
        {!run && <Before detail={detail} signals={signals} pulse={pulse} onBegin={teaching.start} />}
        {run && !over && (
          <Floor
            detail={detail}
            teaching={teaching}
            run={run}
            name={name}
            signals={signals}
            pulse={pulse}
            room={room}
          />
        )}
        {run && over && (
          <Taught detail={detail} teaching={teaching} run={run} name={name} pulse={pulse.mean} room={room} />
        )}
      </Flex>
    </Theme>
  );
}

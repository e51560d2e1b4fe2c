import { Box, Flex, Text } from '@chakra-ui/react';

import { type Cue, left, type Run } from './run';
import { movesOn } from './stations';
import { boutWords, cueTitle, doseWords, roundWords, sideWords } from './words';
import { clock } from '~/shared/format/time';
import { useMovements, useNames } from '~/shared/http/vocabulary';

interface Props {
  run: Run;
  cue: Cue;
  /** The bout that runs, or the one that this cue leads to. */
  bout: Cue | undefined;
  now: number;
  name: (movement: string) => string;
}

const WASH: Record<string, string> = {
  work: 'fernWash',
  rest: 'sunken',
  breather: 'harebellWash',
  show: 'lichenWash',
  change: 'lichenWash',
  switch: 'heatherWash',
  talk: 'panel',
};

/** What happens now: readable from across the hall. Between bouts it is the next one that is large. */
export function CueNow({ run, cue, bout, now, name }: Props) {
  const rest = left(run, now);
  const shown = cue.kind === 'work' ? cue : bout;
  const leads = cue.kind !== 'work' && shown?.movement;
  const named = cue.movement ?? shown?.movement;
  return (
    <Box bg={WASH[cue.kind] ?? 'panel'} p={{ base: '4', md: '6' }} mt="3" role="status" aria-live="off">
      <Flex align="baseline" gap="3">
        <Text fontSize={{ base: '3xl', md: '5xl' }} fontWeight="600">
          {run.paused !== null ? 'Paused' : movesOn(run) ? 'Move on' : cueTitle(cue)}
        </Text>
        <Text
          ml="auto"
          fontFamily="mono"
          lineHeight="1"
          fontSize={{ base: 'min(7rem, 15vh)', md: 'min(11rem, 24vh)' }}
          letterSpacing="-0.04em"
          color={rest < 0 ? 'rowanInk' : 'ink'}
        >
          {rest < 0 ? `+${clock(-rest)}` : clock(Math.ceil(rest))}
        </Text>
      </Flex>
      <Text fontSize={{ base: '6xl', md: '7xl' }} fontWeight="700" lineHeight="1.05" mt="1">
        {cue.kind === 'talk' || !named
          ? cue.label || cueTitle(cue)
          : shown?.stations
            ? boutWords(shown, name)
            : name(named)}
      </Text>
      <Text fontSize={{ base: 'max(3rem, 5.2vh)', md: '6xl' }} lineHeight="1.1" mt="1">
        {cue.kind === 'switch' ? sideWords(cue) : shown && cue.kind !== 'talk' ? doseWords(shown) : ''}
      </Text>
      {shown && cue.kind !== 'talk' && (
        <Text fontSize={{ base: '2xl', md: '3xl' }} color="soft">
          {roundWords(shown)}
        </Text>
      )}
      {leads && !shown.stations && <Fetch movement={shown.movement ?? ''} />}
    </Box>
  );
}

/** What is needed for the movement that comes. */
function Fetch({ movement }: { movement: string }) {
  const kit = useMovements().get(movement)?.kit ?? [];
  const names = useNames();
  if (!kit.length) return null;
  return (
    <Text fontSize={{ base: 'xl', md: '2xl' }} color="lichenInk" mt="1">
      With {kit.map(names).join(', ').toLowerCase()}
    </Text>
  );
}

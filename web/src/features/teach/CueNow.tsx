import { Box, Button, Flex, Text } from '@chakra-ui/react';

import { left, type Run, waits } from './run';
import { cueTitle, cueWords, roundsOf } from './words';
import type { Schemas } from '~/shared/http/client';
import { fromWhere } from '~/shared/format/blocks';
import { waysOut } from '~/shared/format/waysOut';
import { useMovements, useSafety } from '~/shared/http/vocabulary';
import { clock } from '~/shared/format/time';

interface Props {
  detail: Schemas['ClassDetail'];
  run: Run;
  cue: Schemas['CueModel'];
  measure: Schemas['MeasureModel'] | null;
  now: number;
  onNext: () => void;
  onBack: () => void;
}

const WASH: Record<string, string> = {
  work: 'fernWash',
  rest: 'sunken',
  breather: 'harebellWash',
  show: 'lichenWash',
  change: 'lichenWash',
  switch: 'heatherWash',
};

/** The cue that runs, large enough for across the hall, and what comes after it. */
export function CueNow({ detail, run, cue, measure, now, onNext, onBack }: Props) {
  const movements = useMovements();
  const safety = useSafety();
  const movement = cue.movement ? movements.get(cue.movement) : undefined;
  const items = detail.blocks[cue.block]?.items ?? [];
  const item = items.find((one) => one.movement === cue.movement);
  const forMembers = item?.for_members ?? [];
  const coming = detail.real.slice(run.index + 1, run.index + 5);
  const rest = left(run, cue, now);
  const rounds = roundsOf(detail.real);
  const title = (entry: Schemas['CueModel']) => cueTitle(entry, detail.blocks[entry.block]?.purpose);
  const words = (entry: Schemas['CueModel']) => cueWords(entry, rounds.get(entry.block) ?? 1);
  const done = 100 * Math.min(1, cue.end / detail.real_seconds);
  const behind = Math.round((run.cueBegan - run.began) / 1000 - cue.start);
  const name = (id: string | null | undefined) => (id ? (movements.get(id)?.name ?? id) : '');
  return (
    <Box>
      <Box bg={WASH[cue.kind] ?? 'panel'} p="6" mt="3" minH="72" role="status" aria-live="off">
        <Flex align="baseline" gap="4">
          <Text fontSize="2xl">{title(cue)}</Text>
          <Text color="soft">{detail.blocks[cue.block]?.summary}</Text>
          <Text ml="auto" fontFamily="mono" fontSize="7xl" lineHeight="1" color={rest < 0 ? 'rowanInk' : 'ink'}>
            {rest < 0 ? `+${clock(-rest)}` : clock(Math.ceil(rest))}
          </Text>
        </Flex>
        <Text fontSize="5xl" fontWeight="700" lineHeight="1.1">
          {name(cue.movement) || cue.label}
        </Text>
        <Text fontSize="2xl">{words(cue)}</Text>
        {item?.carried && (
          <Text fontSize="lg" color="soft">
            {fromWhere(item.carried)}
          </Text>
        )}
        {movement && (
          <Text mt="3" fontSize="lg">
            {movement.cues.join('. ')}. Easier: {movement.easier?.how ?? 'less range'}. Harder:{' '}
            {movement.harder?.how ?? 'more range'}.
          </Text>
        )}
        {movement && (
          <Flex as="dl" mt="3" columnGap="6" rowGap="1" wrap="wrap" fontSize="md">
            {forMembers.map((one) => (
              <Flex key={one.member} gap="1.5" bg="lichenWash" px="2">
                <Text as="dt" fontWeight="700">
                  For {one.member}
                </Text>
                <Text as="dd">{one.how}</Text>
              </Flex>
            ))}
            {item?.without && (
              <Flex gap="1.5">
                <Text as="dt" fontWeight="700">
                  Without the kit
                </Text>
                <Text as="dd">{item.without}</Text>
              </Flex>
            )}
            {waysOut(movement).map((way) => (
              <Flex key={way.when} gap="1.5">
                <Text as="dt" fontWeight="700">
                  {way.when}
                </Text>
                <Text as="dd">{way.how}</Text>
              </Flex>
            ))}
          </Flex>
        )}
        {detail.blocks[cue.block]?.purpose === 'welcome' && (
          <Text mt="3" fontSize="2xl">
            {safety?.say_first}
            {detail.spared.length > 0 && ` Spared in this class: ${detail.spared.join('; ')}.`}
          </Text>
        )}
      </Box>
      <Flex align="center" gap="3" mt="3">
        <Button size="lg" variant="outline" onClick={onBack} disabled={run.index === 0}>
          Back
        </Button>
        <Button size="xl" bg="action" color="onAction" flex="1" onClick={onNext}>
          {waits(measure) ? 'Ready, go on' : 'Go on now'}
        </Button>
        <Text fontFamily="mono" w="40" textAlign="right">
          {behind === 0 ? 'on time' : `${clock(Math.abs(behind))} ${behind > 0 ? 'late' : 'early'}`}
        </Text>
      </Flex>
      <Box h="2" mt="4" bg="sunken" role="img" aria-label={`${Math.round(done)} % of the class`}>
        <Box h="full" style={{ width: `${done}%` }} bg="strong" />
      </Box>
      <Box as="ol" listStyleType="none" mt="2" aria-label="What comes next">
        {coming.map((entry, place) => (
          <Flex
            as="li"
            key={run.index + place}
            gap="3"
            py="2"
            borderTop="1px solid"
            borderColor="line"
            color="soft"
            fontSize="lg"
          >
            <Text w="32">{title(entry)}</Text>
            <Text flex="1" color="ink" fontWeight="600">
              {name(entry.movement) || entry.label}
            </Text>
            <Text>{words(entry)}</Text>
            <Text fontFamily="mono">{clock(entry.end - entry.start)}</Text>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

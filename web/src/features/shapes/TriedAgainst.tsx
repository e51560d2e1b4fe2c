import { Flex, Text } from '@chakra-ui/react';

import { LEVELS } from '~/shared/format/levels';
import { Toggle } from '~/shared/ui/Toggle';

const MINUTES = [20, 30, 45, 60, 75];

interface Tried {
  minutes: number;
  level: number;
}

/** Against which class shapes are tried. */
export function TriedAgainst({ minutes, level, onTried }: Tried & { onTried: (tried: Tried) => void }) {
  const offered = MINUTES.includes(minutes) ? MINUTES : [...MINUTES, minutes].sort((a, b) => a - b);
  return (
    <Flex gap="1" wrap="wrap" align="center" mb="1">
      <Text>Tried against</Text>
      {offered.map((count) => (
        <Toggle key={count} on={count === minutes} onToggle={() => onTried({ minutes: count, level })}>
          {count} minutes
        </Toggle>
      ))}
      <Text ml="3">for</Text>
      {LEVELS.map(({ value, name }) => (
        <Toggle key={value} on={Number(value) === level} onToggle={() => onTried({ minutes, level: Number(value) })}>
          {name.toLowerCase()}
        </Toggle>
      ))}
    </Flex>
  );
}

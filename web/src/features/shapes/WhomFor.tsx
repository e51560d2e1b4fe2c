import { chakra, Flex, Input, Text } from '@chakra-ui/react';

import type { ShapeDocument } from './document';
import { LEVELS } from '~/shared/format/levels';
import { toggled } from '~/shared/format/lists';
import type { Schemas } from '~/shared/http/client';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  shape: ShapeDocument;
  focuses: Schemas['Catalogue']['focuses'];
  onShape: (change: Partial<ShapeDocument>) => void;
}

/** Which classes a shape is for: levels, minutes, focuses. */
export function WhomFor({ shape, focuses, onShape }: Props) {
  const [low = 20, high = 90] = shape.minutes;
  return (
    <Flex gap="4" wrap="wrap" align="center" mb="2" fontSize="sm">
      <Flex gap="1" align="center" role="group" aria-label="Levels">
        <Text>for</Text>
        {LEVELS.map(({ value, name }) => (
          <Toggle
            key={value}
            on={shape.levels.includes(Number(value))}
            onToggle={() => onShape({ levels: toggled(shape.levels, Number(value)).sort() })}
          >
            {name.toLowerCase()}
          </Toggle>
        ))}
      </Flex>
      <Flex gap="1" align="center">
        <Minutes
          label="Shortest class"
          words="classes of"
          value={low}
          onValue={(own) => onShape({ minutes: [own, high] })}
        />
        <Minutes label="Longest class" words="to" value={high} onValue={(own) => onShape({ minutes: [low, own] })} />
        <Text>minutes</Text>
      </Flex>
      <Flex gap="1" align="center" wrap="wrap" role="group" aria-label="Focuses">
        <Text>focus</Text>
        <Toggle on={shape.focuses.length === 0} onToggle={() => onShape({ focuses: [] })}>
          any
        </Toggle>
        {focuses.map(({ id, name }) => (
          <Toggle
            key={id}
            on={shape.focuses.includes(id)}
            onToggle={() => onShape({ focuses: toggled(shape.focuses, id).sort() })}
          >
            {name.toLowerCase()}
          </Toggle>
        ))}
      </Flex>
    </Flex>
  );
}

interface MinutesProps {
  label: string;
  words: string;
  value: number;
  onValue: (value: number) => void;
}

function Minutes({ label, words, value, onValue }: MinutesProps) {
  return (
    <chakra.label display="flex" alignItems="center" gap="1">
      {words}
      <Input
        key={value}
        type="number"
        size="2xs"
        w="14"
        min={20}
        max={90}
        aria-label={label}
        defaultValue={value}
        onBlur={(event) => onValue(event.target.valueAsNumber || value)}
      />
    </chakra.label>
  );
}

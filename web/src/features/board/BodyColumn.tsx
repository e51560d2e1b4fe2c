import { Box, chakra, Flex, Text } from '@chakra-ui/react';

import { outside, ROWS, scaleOf } from './bodyRows';
import type { Schemas } from '~/shared/http/client';
import { useNames } from '~/shared/http/vocabulary';
import { figure } from '~/shared/format/time';

const SHORT: Record<string, string> = { neck: 'Neck, upper trap', forearms: 'Forearms' };

interface Props {
  volume: Schemas['BodyVolume'];
  title: string;
}

/** Muscle groups from head to foot, front against back, as bars against their weekly band. */
export function BodyColumn({ volume, title }: Props) {
  const by = new Map(volume.muscles.map((muscle) => [muscle.muscle, muscle]));
  const scale = scaleOf(volume);
  return (
    <Box as="section" aria-label={`Body column, ${title}`}>
      <chakra.table w="full" fontSize="xs" tableLayout="fixed" css={{ borderCollapse: 'collapse' }}>
        <chakra.caption textAlign="left" fontWeight="600" fontSize="sm">
          Body column{' '}
          <Text as="span" fontWeight="400" color="soft">
            sets, {title}
          </Text>
        </chakra.caption>
        <thead>
          <chakra.tr color="soft">
            <chakra.th fontWeight="400" textAlign="left" scope="col" w="50%">
              Front
            </chakra.th>
            <chakra.th fontWeight="400" textAlign="right" scope="col" w="50%">
              Back
            </chakra.th>
          </chakra.tr>
        </thead>
        <tbody>
          {ROWS.map((row) => (
            <tr key={`${row.front}${row.back}`}>
              <Half
                muscle={row.front ? by.get(row.front) : undefined}
                scale={scale}
                side="front"
                both={row.front === row.back}
              />
              <Half
                muscle={row.back ? by.get(row.back) : undefined}
                scale={scale}
                side="back"
                both={row.front === row.back}
              />
            </tr>
          ))}
        </tbody>
      </chakra.table>
      <Text fontSize="xs" color="soft" mt="1">
        Tinted: the band asked for. Striped: side and deep groups, shown on both halves. ▾ under, ▴ over.
      </Text>
    </Box>
  );
}

interface HalfProps {
  muscle: Schemas['MuscleSets'] | undefined;
  scale: number;
  side: 'front' | 'back';
  both: boolean;
}

function Half({ muscle, scale, side, both }: HalfProps) {
  const name = useNames();
  if (!muscle) return <td />;
  const state = outside(muscle);
  const percent = (value: number) => `${(100 * value) / scale}%`;
  const anchor = side === 'front' ? 'right' : 'left';
  const ink = state ? 'rowanInk' : side === 'front' ? 'harebellInk' : 'fernInk';
  const repeated = both && side === 'back';
  const stripes = 'repeating-linear-gradient(45deg, currentColor 0 2px, transparent 2px 4px)';
  const hasBand = muscle.least !== null && muscle.least !== undefined;
  return (
    <chakra.td p="0" aria-hidden={repeated}>
      <Flex direction={side === 'front' ? 'row' : 'row-reverse'} lineHeight="1.2" px="1" minH="3.5">
        <Text flex="1" truncate textAlign={side === 'front' ? 'left' : 'right'}>
          {repeated ? '' : (SHORT[muscle.muscle] ?? name(muscle.muscle))}
        </Text>
        {!repeated && (
          <Text fontFamily="mono" color={state ? 'rowanInk' : 'ink'} data-sets={muscle.muscle}>
            {`${state === 'under' ? '▾' : state === 'over' ? '▴' : ''}${figure(muscle.sets)}`}
          </Text>
        )}
      </Flex>
      <Box
        position="relative"
        h="2"
        mb="0.5"
        borderRight={side === 'front' ? '1px solid' : undefined}
        borderColor="ink"
      >
        {hasBand && (
          <Box
            position="absolute"
            inset="0"
            bg="sunken"
            {...{ [anchor]: percent(muscle.least ?? 0) }}
            css={{ [side === 'front' ? 'left' : 'right']: 'auto' }}
            w={percent((muscle.most ?? 0) - (muscle.least ?? 0))}
          />
        )}
        <Box
          position="absolute"
          top="1px"
          bottom="1px"
          {...{ [anchor]: '0' }}
          w={percent(muscle.sets)}
          bg={both ? undefined : ink}
          color={state ? ink : 'soft'}
          backgroundImage={both ? stripes : undefined}
        />
      </Box>
    </chakra.td>
  );
}

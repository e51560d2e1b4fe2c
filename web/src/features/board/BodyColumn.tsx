import { Box, chakra, Flex, Text } from '@chakra-ui/react';

import css from './BodyColumn.module.css';
import { outside, ROWS, scaleOf } from './bodyRows';
import type { Schemas } from '~/shared/http/client';
import { useNames } from '~/shared/http/vocabulary';
import { figure } from '~/shared/format/time';
import { colour } from '~/shared/ui/colour';

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
      <div data-drawn className={side === 'front' ? `${css.track} ${css.front}` : css.track}>
        {hasBand && (
          <div
            className={css.band}
            style={{
              [anchor]: percent(muscle.least ?? 0),
              width: percent((muscle.most ?? 0) - (muscle.least ?? 0)),
            }}
          />
        )}
        <div
          className={both ? `${css.bar} ${css.striped}` : css.bar}
          style={{
            [anchor]: 0,
            width: percent(muscle.sets),
            color: colour(state ? ink : 'soft'),
            backgroundColor: both ? undefined : colour(ink),
          }}
        />
      </div>
    </chakra.td>
  );
}

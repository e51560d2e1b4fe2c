import { Box, chakra, Text } from '@chakra-ui/react';

import { baseOf, stepShapes } from './stepGeometry';
import type { Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';

const WIDTH = 360;
const HEIGHT = 84;

interface Props {
  board: Schemas['Board'];
  week: number | null;
}

/** Each week's training volume as a terrace, against the band in which its step must lie. */
export function VolumeSteps({ board, week }: Props) {
  const shapes = stepShapes(board.steps, WIDTH, HEIGHT);
  const words = shapes.map((s) => `week ${s.week + 1}: ${amount(s.volume, board.yardstick)} ${s.change}`).join('; ');
  return (
    <Box as="section" aria-label="Volume steps" maxW="96">
      <Text fontWeight="600">
        Volume steps{' '}
        <Text as="span" fontWeight="400" color="soft">
          a class, drawn from {amount(baseOf(board.steps), board.yardstick)} up; line and band: the step asked for
        </Text>
      </Text>
      <chakra.svg viewBox={`0 0 ${WIDTH} ${HEIGHT + 30}`} w="full" role="img" aria-label={words}>
        {shapes.map((shape) => (
          <g key={shape.week}>
            {shape.volume !== null && (
              <chakra.path
                d={`M${shape.x + 2} ${HEIGHT}V${shape.top}h${shape.width - 12}l8 6V${HEIGHT}z`}
                fill={shape.week === week ? 'action' : shape.lighter ? 'lichenInk' : 'strong'}
                opacity={shape.lighter ? 0.75 : 1}
              />
            )}
            {shape.low !== null && shape.high !== null && (
              <chakra.rect
                x={shape.x + 1}
                width={shape.width - 2}
                y={shape.high}
                height={Math.max(2, shape.low - shape.high)}
                fill="harebellInk"
                opacity="0.45"
              />
            )}
            {shape.target !== null && (
              <chakra.line
                x1={shape.x + 1}
                x2={shape.x + shape.width - 1}
                y1={shape.target}
                y2={shape.target}
                stroke="harebellInk"
                strokeWidth="1.5"
              />
            )}
            {shape.told && (
              <>
                <chakra.text
                  x={shape.x + shape.width / 2}
                  y={HEIGHT + 12}
                  fontSize="11"
                  textAnchor="middle"
                  fill="ink"
                  fontFamily="mono"
                >
                  {amount(shape.volume, board.yardstick)}
                </chakra.text>
                <chakra.text
                  x={shape.x + shape.width / 2}
                  y={HEIGHT + 25}
                  fontSize="11"
                  textAnchor="middle"
                  fill="soft"
                >
                  {shape.change}
                </chakra.text>
              </>
            )}
          </g>
        ))}
      </chakra.svg>
    </Box>
  );
}

function amount(volume: number | null, yardstick: string): string {
  if (volume === null) return '–';
  return yardstick === 'seconds' ? clock(volume) : String(Math.round(volume));
}

import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { shapesOptions } from './api';
import { DayShapes, type DaysOfShapes } from './DayShapes';
import { ShapeStrip } from './ShapeStrip';
import { toggled } from '~/shared/format/lists';
import { Toggle } from '~/shared/ui/Toggle';
import { Fold } from '~/shared/ui/Fold';

interface Props extends DaysOfShapes {
  minutes: number;
  level: number;
  chosen: string[];
  error?: string | undefined;
  onChosen: (chosen: string[]) => void;
}

/** Which shapes the classes of a series may have; none chosen means one format each. */
export function ShapeMenu({ minutes, level, chosen, error, onChosen, ...days }: Props) {
  const usable = Math.min(90, Math.max(20, minutes || 45));
  const shapes = useQuery(shapesOptions(usable, level)).data ?? [];
  const able = shapes.filter((shape) => shape.parts.length);
  const fitting = able.filter((shape) => chosen.includes(shape.id)).length;
  const told = chosen.length ? `${fitting} chosen that fit ${usable} minutes` : 'none: each class in one format';
  return (
    <Fold mb="3" needed={Boolean(error)} title={`Shapes of classes (${told})`}>
      {() => (
        <>
          <Text color="soft" mb="1">
            A class with a shape has parts that one can name: large lifts first, then pairs, then a burst. Choose all
            that you would teach; they change from day to day, and take the place of formats chosen above.
          </Text>
          <Flex gap="2" mb="2">
            <Button size="xs" variant="outline" onClick={() => onChosen(able.map((shape) => shape.id))}>
              All that fit {usable} minutes
            </Button>
            <Button size="xs" variant="outline" disabled={!chosen.length} onClick={() => onChosen([])}>
              None
            </Button>
          </Flex>
          <Box role="group" aria-label="Shapes of classes">
            {able.map((shape) => (
              <Flex key={shape.id} gap="3" py="1.5" borderBottom="1px solid" borderColor="line" align="center">
                <Toggle
                  w="56"
                  flexShrink="0"
                  whiteSpace="normal"
                  height="auto"
                  py="1"
                  on={chosen.includes(shape.id)}
                  onToggle={() => onChosen(toggled(chosen, shape.id))}
                >
                  {shape.name}
                </Toggle>
                <ShapeStrip shape={shape} />
              </Flex>
            ))}
          </Box>
          {chosen.length > 0 && <DayShapes {...days} offered={able.filter((shape) => chosen.includes(shape.id))} />}
          {error && <Text color="rowanInk">{error}</Text>}
        </>
      )}
    </Fold>
  );
}

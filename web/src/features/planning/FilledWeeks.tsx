import { Box, Flex, Text } from '@chakra-ui/react';

import type { FilledClass } from './useRunEvents';
import { DAYS } from '~/shared/format/time';

interface Props {
  filled: FilledClass[];
  total: number;
  done: number;
  /** The weeks of which anything is planned, none where that is all; the others stay as they are. */
  planned: number[];
}

/** The weeks of a series as they are filled, a row each, so that one can read along. */
export function FilledWeeks({ filled, total, done, planned }: Props) {
  const stays = (week: number) => planned.length > 0 && !planned.includes(week);
  return (
    <Box mb="4">
      {Array.from({ length: Math.max(1, total) }, (_, week) => (
        <Flex key={week} gap="2" py="1.5" borderTop="1px solid" borderColor="line" minH="12" align="stretch">
          <Text
            w="16"
            flexShrink="0"
            fontFamily="heading"
            fontWeight="700"
            color={week < done && !stays(week) ? 'fernInk' : 'soft'}
          >
            {total ? `Week ${week + 1}` : ''}
          </Text>
          {filled
            .filter((entry) => entry.week === week)
            .map((entry) => (
              <Box
                key={entry.weekday}
                data-filled={entry.week}
                flex="1"
                minW="0"
                bg="fernWash"
                borderLeft="3px solid"
                borderColor="fernInk"
                px="2"
                py="0.5"
              >
                <Text fontSize="sm" fontWeight="600" lineClamp="1">
                  {DAYS[entry.weekday]?.slice(0, 3)} · {entry.name}
                </Text>
                <Text fontSize="xs" color="soft" lineClamp="1" title={entry.movements.join(', ')}>
                  {entry.movements.join(', ')}
                </Text>
              </Box>
            ))}
          {total > 0 && stays(week) && <Text color="soft">stays as it is</Text>}
          {total > 0 && week === done && !stays(week) && <Text color="soft">is being filled</Text>}
        </Flex>
      ))}
    </Box>
  );
}

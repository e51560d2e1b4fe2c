import { Box, chakra, Text } from '@chakra-ui/react';
import { memo, useMemo } from 'react';

import { ClassBlock } from './ClassBlock';
import { kitsOf, type Lens } from './lens';
import type { Schemas } from '~/shared/http/client';
import { DAYS, shortDate } from '~/shared/format/time';

interface Props {
  board: Schemas['Board'];
  lens: Lens;
  week: number | null;
  onWeek: (week: number) => void;
}

/** Weeks down, days across. */
export function BoardGrid({ board, lens, week, onWeek }: Props) {
  const kits = useMemo(() => kitsOf(board.classes), [board.classes]);
  const at = new Map(board.classes.map((entry) => [entry.week * 7 + entry.weekday, entry]));
  const slots = new Set(board.slots);
  return (
    <chakra.table
      w="full"
      tableLayout="fixed"
      borderSpacing="1.5"
      css={{ borderCollapse: 'separate' }}
      aria-label="Series board"
    >
      <thead>
        <tr>
          <chakra.th w="20" textAlign="left" fontWeight="400" color="soft" scope="col">
            Week
          </chakra.th>
          {board.weekdays.map((day) => (
            <chakra.th key={day} textAlign="left" fontWeight="600" scope="col">
              {DAYS[day]}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: board.weeks }, (_, row) => (
          <tr key={row}>
            <chakra.th scope="row" verticalAlign="top" p="0" h="24">
              <WeekButton board={board} row={row} chosen={week === row} onWeek={onWeek} />
            </chakra.th>
            {board.weekdays.map((day) => {
              const entry = at.get(row * 7 + day);
              const open = slots.has(row * 7 + day);
              return (
                <chakra.td key={day} p="0" h="24">
                  {entry ? (
                    <ClassBlock series={board.id} entry={entry} lens={lens} kits={kits} />
                  ) : (
                    <Box h="full" border="1px dashed" borderColor="line" p="2" color="soft">
                      {open ? 'Not planned' : 'No class'}
                    </Box>
                  )}
                </chakra.td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </chakra.table>
  );
}

interface WeekProps {
  board: Schemas['Board'];
  row: number;
  chosen: boolean;
  onWeek: (week: number) => void;
}

const WeekButton = memo(function WeekButton({ board, row, chosen, onWeek }: WeekProps) {
  const first = board.classes.find((entry) => entry.week === row);
  const lighter = board.steps[row]?.lighter;
  return (
    <chakra.button
      type="button"
      aria-pressed={chosen}
      onClick={() => onWeek(row)}
      w="full"
      h="full"
      textAlign="left"
      p="2"
      cursor="pointer"
      bg={chosen ? 'panel' : 'transparent'}
      borderRight="3px solid"
      borderColor={chosen ? 'action' : 'line'}
    >
      <Text fontFamily="heading" fontWeight="700" fontSize="lg" lineHeight="1">
        {row + 1}
      </Text>
      <Text fontWeight="400" fontSize="xs" color="soft">
        {first ? shortDate(first.date) : ''}
      </Text>
      {lighter && (
        <Text fontWeight="400" fontSize="xs" color="lichenInk">
          lighter
        </Text>
      )}
    </chakra.button>
  );
});

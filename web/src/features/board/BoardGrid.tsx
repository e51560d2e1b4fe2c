import { Box, chakra, Text } from '@chakra-ui/react';
import { memo, useMemo } from 'react';

import { Cell, type Look, ShownClasses } from './Cell';
import { Marquee } from './Marquee';
import type { Moving } from './moves';
import type { Schemas } from '~/shared/http/client';
import { DAYS, shortDate } from '~/shared/format/time';

interface Props {
  board: Schemas['Board'];
  look: Look;
  week: number | null;
  picked: readonly number[];
  moving: Moving | null;
  movable: boolean;
  onWeek: (week: number) => void;
  onPick: (day: number, more: boolean) => void;
  onPickAll: (days: number[], more: boolean) => void;
  onOver: (day: number) => void;
  onPut: (day: number) => void;
  /** Begin a class by hand on a day without one; null for who may not. */
  onWrite: ((day: number) => void) | null;
}

/** Told by a screen reader on the way into the board: one that reads with the arrows keeps them from a carried class. */
const HOW =
  'The button of a class moves, copies, locks it or takes it off. Without a reading mode, space on a class picks it up, ' +
  'arrows choose a day, space puts it down.';

/** The names of the days stay in sight while one goes down the weeks. */
const TOP = { position: 'sticky', top: '0', bg: 'page' } as const;

/** Weeks down, days across. */
export function BoardGrid(props: Props) {
  const { board, look, week, picked, moving, movable, onWeek, onPick, onPickAll, onOver, onPut, onWrite } = props;
  const at = useMemo(
    () => new Map(board.classes.map((entry) => [entry.week * 7 + entry.weekday, entry])),
    [board.classes],
  );
  const shown = useMemo(() => ({ series: board.id, at, look, onWrite }), [board.id, at, look, onWrite]);
  const slots = new Set(board.slots);
  const grid = (
    <chakra.table
      w="full"
      // Narrower than this names would be cut to nothing: the board is then moved sideways in its frame.
      minW={{ base: `${5 + 8.5 * board.weekdays.length}rem`, lg: '0' }}
      tableLayout="fixed"
      borderSpacing="1.5"
      css={{ borderCollapse: 'separate' }}
      aria-label="Series board"
      aria-describedby={movable ? 'board-how' : undefined}
    >
      <thead>
        <tr>
          <chakra.th {...TOP} left="0" zIndex="2" w="20" textAlign="left" fontWeight="400" color="soft" scope="col">
            Week
          </chakra.th>
          {board.weekdays.map((day) => (
            <chakra.th key={day} {...TOP} zIndex="1" textAlign="left" fontWeight="600" scope="col">
              {DAYS[day]}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: board.weeks }, (_, row) => (
          <tr key={row}>
            <chakra.th scope="row" position="sticky" left="0" zIndex="1" bg="page" verticalAlign="top" p="0" h="24">
              <WeekButton board={board} row={row} chosen={week === row} onWeek={onWeek} />
            </chakra.th>
            {board.weekdays.map((weekday) => {
              const day = row * 7 + weekday;
              return (
                <chakra.td key={weekday} p="0" h="24" verticalAlign="top">
                  <Cell
                    day={day}
                    open={slots.has(day)}
                    movable={movable && at.has(day)}
                    picked={picked.includes(day) || moving?.day === day}
                    carrying={moving !== null}
                    target={moving !== null && slots.has(day) && moving.day !== day}
                    over={moving?.over === day}
                    onPick={onPick}
                    onOver={onOver}
                    onPut={onPut}
                  />
                </chakra.td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </chakra.table>
  );
  return (
    <ShownClasses value={shown}>
      <Marquee disabled={!movable || moving !== null} onPicked={onPickAll}>
        <Box overflowX={{ base: 'auto', lg: 'visible' }}>{grid}</Box>
        <Box id="board-how" srOnly>
          {HOW}
        </Box>
      </Marquee>
    </ShownClasses>
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

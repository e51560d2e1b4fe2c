import { Flex, Input, Text } from '@chakra-ui/react';

import { DAYS } from '~/shared/format/time';

/** By weekday, from "0" for Monday: "18:30". */
type Times = Record<string, string>;

interface Props {
  label: string;
  days: readonly number[];
  times: Times;
  error?: string | undefined;
  onTimes: (times: Times) => void;
}

/** When the class of each day begins; a day without a time is left out. */
export function DayTimes({ label, days, times, error, onTimes }: Props) {
  const put = (day: number, at: string) => {
    const kept = Object.entries(times).filter(([own]) => own !== String(day));
    onTimes(Object.fromEntries(at ? [...kept, [String(day), at]] : kept));
  };
  return (
    <>
      <Flex gap="3" wrap="wrap" role="group" aria-label={label}>
        {days.map((day) => (
          <Flex as="label" key={day} direction="column" fontSize="xs">
            {DAYS[day]} at
            <Input
              type="time"
              size="xs"
              w="28"
              bg="panel"
              aria-label={`${DAYS[day]}, begins at`}
              value={(times[day] ?? '').slice(0, 5)}
              onChange={(event) => put(day, event.target.value)}
            />
          </Flex>
        ))}
      </Flex>
      {error && (
        <Text color="rowanInk" fontSize="sm">
          {error}
        </Text>
      )}
    </>
  );
}

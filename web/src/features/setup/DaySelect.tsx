import { NativeSelect } from '@chakra-ui/react';

import { DAYS } from '~/shared/format/time';

interface Props {
  label: string;
  days: number[];
  day: number;
  onDay: (day: number) => void;
}

/** One of the days of a series. */
export function DaySelect({ label, days, day, onDay }: Props) {
  return (
    <NativeSelect.Root size="xs" w="32">
      <NativeSelect.Field
        bg="panel"
        aria-label={label}
        value={day}
        onChange={(event) => onDay(Number(event.target.value))}
      >
        {days.map((weekday) => (
          <option key={weekday} value={weekday}>
            {DAYS[weekday]}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

import { Button, Flex, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useState } from 'react';

import type { NewSeries } from './api';
import { DaySelect } from './DaySelect';
import { type Pin, type Promised, wishesOf, withPin } from './wishes';
import type { Schemas } from '~/shared/http/client';
import { DAYS } from '~/shared/format/time';
import { listed } from '~/shared/format/words';

interface Props {
  draft: NewSeries;
  catalogue: Schemas['Catalogue'];
  onDraft: (draft: NewSeries) => void;
}

/** Days that are promised: a week and a day with its focus, format or kit. */
export function Pins({ draft, catalogue, onDraft }: Props) {
  const [week, setWeek] = useState(1);
  const [day, setDay] = useState(draft.weekdays[0] ?? 0);
  const [part, setPart] = useState('');
  const formats = catalogue.formats.filter((format) => catalogue.planned_formats.includes(format.id));
  const names = new Map<string, string>(
    [...catalogue.focuses, ...formats, ...catalogue.kit].map((entry) => [entry.id, entry.name]),
  );
  const parts: { name: string; part: Promised }[] = [
    ...catalogue.focuses.map(({ id, name }) => ({ name, part: { focus: id } })),
    ...formats.map(({ id, name }) => ({ name, part: { format: id } })),
    { name: 'Body weight', part: { kit: [] } },
    ...catalogue.kit.map(({ id, name }) => ({ name, part: { kit: [id] } })),
  ];
  const add = () => {
    const chosen = parts.find((entry) => entry.name === part);
    if (chosen) onDraft(withPin(draft, week, day, chosen.part));
    setPart('');
  };
  return (
    <Flex gap="1" py="1" align="center" wrap="wrap" borderTop="1px solid" borderColor="line">
      <Text w="24" fontWeight="600">
        Promised
      </Text>
      <Text>week</Text>
      <Input
        type="number"
        size="xs"
        w="14"
        bg="panel"
        aria-label="Promised week"
        min={1}
        max={draft.weeks}
        value={week}
        onChange={(event) => setWeek(event.target.valueAsNumber || 1)}
      />
      <DaySelect label="Promised day" days={draft.weekdays} day={day} onDay={setDay} />
      <NativeSelect.Root size="xs" w="56">
        <NativeSelect.Field
          bg="panel"
          aria-label="Promised focus, format or kit"
          value={part}
          onChange={(event) => setPart(event.target.value)}
        >
          <option value="">Focus, format or kit</option>
          {parts.map(({ name }) => (
            <option key={name} value={name}>
              {name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Button size="xs" variant="outline" disabled={!part} onClick={add}>
        Promise it
      </Button>
      {wishesOf(draft).pins.map((pin) => (
        <Button
          key={`${pin.week}-${pin.weekday}`}
          size="2xs"
          variant="subtle"
          aria-label={`Take the promise of week ${pin.week} ${DAYS[pin.weekday]} back`}
          onClick={() => onDraft(withPin(draft, pin.week, pin.weekday, null))}
        >
          week {pin.week} {DAYS[pin.weekday]}: {wordsOf(pin, names)} ×
        </Button>
      ))}
    </Flex>
  );
}

function wordsOf(pin: Pin, names: Map<string, string>): string {
  const kit = pin.kit ? [listed(pin.kit.map((id) => names.get(id) ?? id)) || 'body weight'] : [];
  return [pin.focus, pin.format]
    .flatMap((id) => (id ? [names.get(id) ?? id] : []))
    .concat(kit)
    .join(', ');
}

import { Flex, NativeSelect, Text } from '@chakra-ui/react';

import type { Look } from './Cell';
import { marksOf } from './lens';
import { choicesOf, type Sought, soughtOf, soughtText } from './repeats';
import type { Schemas } from '~/shared/http/client';
import { colour } from '~/shared/ui/colour';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  board: Schemas['Board'];
  look: Look;
  onOnly: (mark: string) => void;
  onSought: (sought: Sought | null) => void;
}

/** What the tints of the lens stand for; one of them can be left alone on the board. */
export function Legend({ board, look, onOnly, onSought }: Props) {
  const marks = marksOf(board.classes, look.lens, look.seen, look.sought);
  return (
    <Flex gap="1" mb="1" wrap="wrap" align="center" role="group" aria-label="Legend">
      {look.lens === 'repeats' && <SoughtPicker board={board} look={look} onSought={onSought} />}
      {(look.lens !== 'repeats' || look.sought) &&
        marks.map(({ key, tint, count }) => (
          <Toggle key={key} on={look.only === key} onToggle={() => onOnly(look.only === key ? '' : key)}>
            <span
              aria-hidden="true"
              style={{
                background: colour(tint.wash),
                color: colour(tint.ink),
                borderLeft: `3px solid ${colour(tint.ink)}`,
                padding: '0 0.3rem',
              }}
            >
              {tint.letter || '·'}
            </span>
            {key} {count}
          </Toggle>
        ))}
      {look.only && (
        <Text fontSize="xs" color="soft">
          Others are dimmed.
        </Text>
      )}
    </Flex>
  );
}

interface PickerProps {
  board: Schemas['Board'];
  look: Look;
  onSought: (sought: Sought | null) => void;
}

function SoughtPicker({ board, look, onSought }: PickerProps) {
  const choices = choicesOf(board.classes, look.seen.movements);
  const groups = [
    ['Patterns', choices.pattern],
    ['Families', choices.family],
    ['Movements', choices.movement],
  ] as const;
  return (
    <NativeSelect.Root size="sm" w="72">
      <NativeSelect.Field
        bg="panel"
        aria-label="What to follow through the series"
        value={look.sought ? soughtText(look.sought) : ''}
        onChange={(event) => onSought(soughtOf(event.target.value))}
      >
        <option value="">Choose a movement, pattern or family</option>
        {groups.map(([title, own]) => (
          <optgroup key={title} label={title}>
            {own.map((choice) => (
              <option key={soughtText(choice.sought)} value={soughtText(choice.sought)}>
                {choice.name} ({choice.classes})
              </option>
            ))}
          </optgroup>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

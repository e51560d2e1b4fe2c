import { Button, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { type Item, itemOf, likely, LIST_OF_MOVEMENTS } from '~/features/edit';
import { useMovements } from '~/shared/http/vocabulary';

/** So many names are offered for what was typed. */
const MOST_OFFERED = 5;

interface Props {
  label: string;
  /** Whether to type here at once. */
  begin: boolean;
  onAdd: (item: Item) => void;
}

/** A line that adds movements, one after the other: "Squat", "Squat 12", "Plank 40 s", "gob sq". */
export function AddMovement({ label, begin, onAdd }: Props) {
  const movements = [...useMovements().values()];
  const [text, setText] = useState('');
  const [missed, setMissed] = useState('');
  const add = (item: Item | null) => {
    setMissed(item ? '' : text);
    if (!item) return;
    onAdd(item);
    setText('');
  };
  const offered = missed ? likely(missed.replace(/\s+\d+\s*\w*$/, ''), movements).slice(0, MOST_OFFERED) : [];
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim()) add(itemOf(text, movements));
      }}
    >
      <Flex gap="2">
        <Input
          size="xs"
          autoFocus={begin}
          list={LIST_OF_MOVEMENTS}
          aria-label={label}
          aria-invalid={missed !== ''}
          placeholder="Squat 12, or Plank 40 s"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit" size="xs" variant="outline">
          Add
        </Button>
      </Flex>
      {missed && (
        <Text fontSize="xs" color="rowanInk" role="alert">
          {offered.length ? `Which one is “${missed}”?` : `No movement is called “${missed}”.`}
        </Text>
      )}
      <Flex wrap="wrap" gap="1" mt="1">
        {offered.map((movement) => (
          <Button key={movement.id} size="2xs" variant="outline" onClick={() => add({ movement: movement.id })}>
            {movement.name}
          </Button>
        ))}
      </Flex>
    </form>
  );
}

import { chakra, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { useMovements } from '~/shared/http/vocabulary';

interface Props {
  label: string;
  ids: string[];
  onIds: (ids: string[]) => void;
}

/** Movements chosen by name: typed or picked from the list, taken out by a press. */
export function MovementWishes({ label, ids, onIds }: Props) {
  const movements = useMovements();
  const [text, setText] = useState('');
  const list = `wish-${label.toLowerCase()}`;
  const pick = (typed: string) => {
    const found = [...movements.values()].find((entry) => entry.name.toLowerCase() === typed.trim().toLowerCase());
    setText(found ? '' : typed);
    if (found && !ids.includes(found.id)) onIds([...ids, found.id]);
  };
  return (
    <Flex gap="1" py="1" align="center" wrap="wrap" borderTop="1px solid" borderColor="line">
      <Text w="24" fontWeight="600">
        {label}
      </Text>
      <Input
        size="xs"
        w="56"
        bg="panel"
        list={list}
        aria-label={`${label}: add a movement`}
        placeholder="Type a movement"
        value={text}
        onChange={(event) => pick(event.target.value)}
      />
      <datalist id={list}>
        {[...movements.values()]
          .filter((movement) => movement.role === 'work' && !movement.retired)
          .map((movement) => (
            <option key={movement.id} value={movement.name} />
          ))}
      </datalist>
      {ids.map((id) => (
        <chakra.button
          key={id}
          type="button"
          fontSize="xs"
          px="2"
          bg="fernWash"
          cursor="pointer"
          aria-label={`Take ${movements.get(id)?.name ?? id} out of ${label.toLowerCase()}`}
          onClick={() => onIds(ids.filter((other) => other !== id))}
        >
          {movements.get(id)?.name ?? id} ×
        </chakra.button>
      ))}
    </Flex>
  );
}

import { chakra, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';

import { type Block, withValue } from './document';
import { LIST_OF_MOVEMENTS } from './MovementNames';
import { idOf } from '~/shared/http/made';
import { useMovements } from '~/shared/http/vocabulary';

interface Props {
  block: Block;
  name: string;
  onBlock: (block: Block) => void;
}

/** How the people of a work block share it, what they are shown, and what they do in its rests. */
export function WorkChoices({ block, name, onBlock }: Props) {
  const movements = useMovements();
  const resting = block.active_rest ? movements.get(block.active_rest) : undefined;
  const [text, setText] = useState<string | null>(null);
  const pick = (typed: string) => {
    setText(typed);
    onBlock(withValue(block, 'active_rest', idOf(typed, [...movements.values()]) ?? typed));
  };
  return (
    <Flex wrap="wrap" gap="4" mb="2" fontSize="xs">
      <Check
        words="Stations, kit is shared"
        on={block.stations ?? false}
        onSet={(stations) => onBlock({ ...block, stations })}
      />
      <Check
        words="Show the whole next round in the break"
        on={block.shows_ahead ?? false}
        onSet={(shows_ahead) => onBlock({ ...block, shows_ahead })}
      />
      <chakra.label display="flex" alignItems="center" gap="1">
        in the rests
        <Input
          size="2xs"
          w="44"
          list={LIST_OF_MOVEMENTS}
          aria-label={`Kept up in the rests of ${name}`}
          placeholder="nothing"
          value={text ?? resting?.name ?? block.active_rest ?? ''}
          onChange={(event) => pick(event.target.value)}
          onBlur={() => (resting || !block.active_rest) && setText(null)}
        />
      </chakra.label>
    </Flex>
  );
}

function Check({ words, on, onSet }: { words: string; on: boolean; onSet: (on: boolean) => void }) {
  return (
    <chakra.label display="flex" gap="1" alignItems="center">
      <input type="checkbox" checked={on} onChange={(event) => onSet(event.target.checked)} /> {words}
    </chakra.label>
  );
}

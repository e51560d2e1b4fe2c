import { chakra, Flex } from '@chakra-ui/react';

import type { Block } from './document';
import { withValue } from '~/shared/format/formats';
import { MovementInput } from './MovementInput';

interface Props {
  block: Block;
  name: string;
  onBlock: (block: Block) => void;
}

/** How the people of a work block share it, what they are shown, and what they do in its rests. */
export function WorkChoices({ block, name, onBlock }: Props) {
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
        <MovementInput
          label={`Kept up in the rests of ${name}`}
          placeholder="nothing"
          width="44"
          value={block.active_rest ?? ''}
          empty
          onValue={(value) => onBlock(withValue(block, 'active_rest', value))}
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

import { Button, Flex } from '@chakra-ui/react';

import { type Lens, LENSES } from './lens';

/** One question at a time: what the colours and the first line of each block stand for. */
export function LensPicker({ lens, onLens }: { lens: Lens; onLens: (lens: Lens) => void }) {
  return (
    <Flex role="group" aria-label="Lens" gap="1" my="2">
      {LENSES.map((entry) => (
        <Button
          key={entry.id}
          size="xs"
          variant={entry.id === lens ? 'subtle' : 'ghost'}
          aria-pressed={entry.id === lens}
          borderBottom="2px solid"
          borderColor={entry.id === lens ? 'action' : 'transparent'}
          onClick={() => onLens(entry.id)}
        >
          {entry.name}
        </Button>
      ))}
    </Flex>
  );
}

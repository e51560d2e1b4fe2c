import { chakra, Text } from '@chakra-ui/react';

import type { Block } from '~/features/edit';
import { blockTitle, blockWords, partTitle } from '~/shared/format/blocks';
import type { Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';
import { useMovements } from '~/shared/http/vocabulary';

interface Props {
  number: number;
  block: Block;
  /** The part as it would run; not there while it cannot. */
  told: Schemas['BlockModel'] | undefined;
  chosen: boolean;
  /** Whether the list is entered here while nothing is picked. */
  entry: boolean;
  onPick: () => void;
}

/** The line above a part: what it is for, how it runs and when; a button that picks the part. */
export function PartHead({ number, block, told, chosen, entry, onPick }: Props) {
  const movements = useMovements();
  const name = (id: string) => movements.get(id)?.name ?? id;
  return (
    <chakra.h2 m="0">
      <chakra.button
        type="button"
        data-row={number}
        tabIndex={chosen || entry ? 0 : -1}
        aria-pressed={chosen}
        onClick={onPick}
        display="flex"
        alignItems="baseline"
        gap="2"
        w="full"
        px="1"
        textAlign="left"
        cursor="pointer"
        bg={chosen ? 'fernWash' : 'transparent'}
        borderBottom="1px solid"
        borderColor="line"
        _hover={{ bg: 'sunken' }}
      >
        <Text as="span" fontFamily="heading" fontWeight="600" fontSize="sm" whiteSpace="nowrap">
          {told ? blockTitle(told) : partTitle(block)}
        </Text>
        <Text as="span" color="soft" fontSize="xs" minW="0">
          {told ? blockWords(told, name) : block.format.kind.replace(/-/g, ' ')}
          {told?.locked ? '; locked' : ''}
        </Text>
        {told && (
          <Text as="span" ml="auto" fontFamily="mono" fontSize="xs" color="soft" whiteSpace="nowrap">
            {clock(told.start)} to {clock(told.end)}
          </Text>
        )}
      </chakra.button>
    </chakra.h2>
  );
}

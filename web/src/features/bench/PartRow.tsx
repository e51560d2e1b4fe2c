import { Box, chakra, Text } from '@chakra-ui/react';

import type { Item } from '~/features/edit';
import { fromWhere } from '~/shared/format/blocks';
import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  /** Its part and place, as the list finds it. */
  at: string;
  item: Item;
  /** The movement as it would be done; not there while it cannot. */
  told: Schemas['ItemModel'] | undefined;
  chosen: boolean;
  brief: boolean;
  onPick: () => void;
}

/** One movement of a part, a button that opens its details. */
export function PartRow({ at, item, told, chosen, brief, onPick }: Props) {
  const movement = useMovements().get(item.movement);
  return (
    <chakra.button
      type="button"
      data-row={at}
      tabIndex={chosen ? 0 : -1}
      aria-pressed={chosen}
      data-movement={item.movement}
      onClick={onPick}
      display="flex"
      flexWrap={{ base: 'wrap', md: 'nowrap' }}
      alignItems="center"
      columnGap="2"
      w="full"
      textAlign="left"
      px="2"
      minH="7"
      py={brief ? '0.5' : '1'}
      cursor="pointer"
      bg={chosen ? 'fernWash' : 'transparent'}
      borderLeft="3px solid"
      borderColor={chosen ? 'action' : 'transparent'}
      _hover={{ bg: 'sunken' }}
    >
      <Text flex="1" minW="0" truncate fontWeight={brief ? '400' : '600'}>
        {movement?.name ?? (item.movement || 'Another movement')}
      </Text>
      {told && <Marks told={told} />}
      {!brief && (
        <>
          <Text w="24" flexShrink="0" fontSize="xs" color="soft" display={{ base: 'none', md: 'block' }}>
            {movement?.position.replace('-', ' ')}
          </Text>
          <Box w="9" flexShrink="0" color="soft" display={{ base: 'none', md: 'block' }}>
            <KitIcons kit={movement?.kit.filter((kit) => kit !== 'mat') ?? []} />
          </Box>
        </>
      )}
      <Text
        minW={brief ? undefined : { md: '72' }}
        flexShrink="0"
        whiteSpace={{ md: 'nowrap' }}
        textAlign="right"
        fontSize="xs"
        fontFamily="mono"
        color="soft"
      >
        {told?.dose}
        {told?.phases && (
          <Text as="span" display="block">
            {told.phases}
          </Text>
        )}
      </Text>
    </chakra.button>
  );
}

function Marks({ told }: { told: Schemas['ItemModel'] }) {
  if (!told.carried && !told.new) return null;
  return (
    <Text as="span" fontSize="xs" order={{ base: 1, md: 0 }} flexBasis={{ base: 'full', md: 'auto' }}>
      {told.carried && (
        <Text as="span" color="fernInk" title={told.carried}>
          {fromWhere(told.carried)}
        </Text>
      )}
      {told.new && (
        <Text as="span" color="harebellInk">
          new
        </Text>
      )}
    </Text>
  );
}

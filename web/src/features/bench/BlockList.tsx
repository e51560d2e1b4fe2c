import { Box, chakra, Flex, Heading, IconButton, Text } from '@chakra-ui/react';
import { Lock, LockOpen, Shuffle } from 'lucide-react';

import { useIsDirector } from '~/features/signin';
import { blockTitle, blockWords, fromWhere } from '~/shared/format/blocks';
import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';
import { clock } from '~/shared/format/time';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  detail: Schemas['ClassDetail'];
  selected: { block: number; place: number } | null;
  busy: boolean;
  onSelect: (block: number, place: number) => void;
  onLock: (block: number, locked: boolean) => void;
  onRefill: (block: number) => void;
}

/** The blocks of a class with their movements, each a button that opens its details. */
export function BlockList({ detail, selected, busy, onSelect, onLock, onRefill }: Props) {
  const director = useIsDirector();
  const movements = useMovements();
  const name = (id: string) => movements.get(id)?.name ?? id;
  return (
    <Box>
      {detail.blocks.map((block) => (
        <Box key={block.index} mb="2">
          <Flex align="baseline" gap="2" borderBottom="1px solid" borderColor="line">
            <Heading as="h2" size="sm">
              {blockTitle(block)}
            </Heading>
            <Text color="soft" fontSize="xs">
              {blockWords(block, name)}
            </Text>
            {director && block.purpose === 'work' && (
              <Flex ml="auto" gap="1">
                <IconButton
                  size="2xs"
                  variant="ghost"
                  disabled={busy}
                  aria-pressed={block.locked}
                  aria-label={`${block.locked ? 'Unlock' : 'Lock'} block ${block.index + 1}`}
                  onClick={() => onLock(block.index, !block.locked)}
                >
                  {block.locked ? <Lock /> : <LockOpen />}
                </IconButton>
                <IconButton
                  size="2xs"
                  variant="ghost"
                  disabled={busy || block.locked}
                  aria-label={`Other movements for block ${block.index + 1}`}
                  title="Other movements for this block"
                  onClick={() => onRefill(block.index)}
                >
                  <Shuffle />
                </IconButton>
              </Flex>
            )}
            <Text ml={director && block.purpose === 'work' ? '0' : 'auto'} fontFamily="mono" fontSize="xs" color="soft">
              {clock(block.start)} to {clock(block.end)}
            </Text>
          </Flex>
          <Box display={block.purpose === 'work' ? 'block' : 'grid'} gridTemplateColumns="1fr 1fr" columnGap="3">
            {block.items.map((item) => (
              <ItemRow
                key={item.place}
                item={item}
                chosen={selected?.block === block.index && selected.place === item.place}
                onSelect={() => onSelect(block.index, item.place)}
                brief={block.purpose !== 'work'}
              />
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

interface RowProps {
  item: Schemas['ItemModel'];
  chosen: boolean;
  onSelect: () => void;
  brief: boolean;
}

function ItemRow({ item, chosen, onSelect, brief }: RowProps) {
  const movement = useMovements().get(item.movement);
  return (
    <chakra.button
      type="button"
      aria-pressed={chosen}
      data-movement={item.movement}
      onClick={onSelect}
      display="flex"
      alignItems="center"
      gap="2"
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
        {movement?.name ?? item.movement}
      </Text>
      {item.carried && (
        <Text fontSize="xs" color="fernInk" title={item.carried}>
          {fromWhere(item.carried)}
        </Text>
      )}
      {item.new && (
        <Text fontSize="xs" color="harebellInk">
          new
        </Text>
      )}
      {!brief && (
        <>
          <Text w="24" fontSize="xs" color="soft">
            {movement?.position.replace('-', ' ')}
          </Text>
          <Box w="9" color="soft">
            <KitIcons kit={movement?.kit.filter((kit) => kit !== 'mat') ?? []} />
          </Box>
        </>
      )}
      <Text
        minW={brief ? undefined : '64'}
        flexShrink="0"
        whiteSpace="nowrap"
        textAlign="right"
        fontSize="xs"
        fontFamily="mono"
        color="soft"
      >
        {item.dose}
        {item.phases && (
          <Text as="span" display="block">
            {item.phases}
          </Text>
        )}
      </Text>
    </chakra.button>
  );
}

import { Box, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';

import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';
import { fromWhere } from '~/shared/format/blocks';
import { waysOut } from '~/shared/format/waysOut';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  detail: Schemas['ClassDetail'];
  movement: string;
  block: number;
}

/** How a movement is done, easier and harder, and what spares whom: one tap each. */
export function Layers({ detail, movement, block }: Props) {
  const [open, setOpen] = useState('Cues');
  const entry = useMovements().get(movement);
  if (!entry) return null;
  const item = detail.blocks[block]?.items.find((one) => one.movement === movement);
  const ways = [
    { when: 'Cues', how: [...entry.cues, ...(item?.carried ? [fromWhere(item.carried)] : [])].join('. ') },
    { when: 'Easier', how: entry.easier?.how ?? 'Less range.' },
    { when: 'Harder', how: entry.harder?.how ?? 'More range.' },
    ...(item?.for_members ?? []).map((one) => ({ when: `For ${one.member}`, how: one.how })),
    ...(item?.without ? [{ when: 'Without the kit', how: item.without }] : []),
    ...waysOut(entry),
  ];
  const shown = ways.find((way) => way.when === open) ?? ways[0];
  return (
    <Box mt="3">
      <Flex gap="1.5" wrap="wrap" role="group" aria-label="Ways to do it">
        {ways.map((way) => (
          <Toggle key={way.when} size="sm" on={way === shown} onToggle={() => setOpen(way.when)}>
            {way.when}
          </Toggle>
        ))}
      </Flex>
      <Text fontSize={{ base: 'xl', md: '2xl' }} mt="2" lineHeight="1.3">
        {shown?.how}
      </Text>
    </Box>
  );
}

import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react';

import { SheetBlock } from './SheetBlock';
import type { Schemas } from '~/shared/http/client';
import { useMovements, useNames, useSafety } from '~/shared/http/vocabulary';
import { clock, DAYS, shortDate } from '~/shared/format/time';
import { whereTaught } from '~/shared/format/whereTaught';
import { Places } from '~/shared/ui/Places';

/** So much larger is a sheet that hangs on the wall; a long class then takes a second page. */
const LARGE = 1.5;

/** One page of A4, legible at arm's length. */
export function Sheet({ detail, large = false }: { detail: Schemas['ClassDetail']; large?: boolean }) {
  const name = useNames();
  const movements = useMovements();
  const kit = new Set(detail.blocks.flatMap((b) => b.items.flatMap((i) => movements.get(i.movement)?.kit ?? [])));
  const where = whereTaught(detail);
  const taught = where.sessions.map((session) =>
    [session.starts_at.slice(11, 16), session.instructor, session.room].filter(Boolean).join(', '),
  );
  const safety = useSafety();
  return (
    <Box
      as="article"
      bg="white"
      color="black"
      p="5"
      css={{ zoom: large ? LARGE : 1, breakAfter: 'page', '@media print': { padding: 0 } }}
    >
      <Flex align="flex-end" borderBottom="3px solid black" pb="1">
        <Box>
          <Text fontSize="xs">
            {detail.series_name}, week {detail.week + 1}, {DAYS[detail.weekday]} {shortDate(detail.date)}
            {taught.length > 0 ? `, ${taught.join('; ')}` : ''}
          </Text>
          <Heading as="h1" size="xl" lineHeight="1.1">
            {detail.name}
          </Heading>
        </Box>
        <Text ml="auto" fontFamily="mono" fontSize="xl">
          {clock(detail.real_seconds)}
        </Text>
      </Flex>
      <Text fontSize="xs" my="1">
        <b>Lay out:</b> {[...kit].map(name).join(', ') || 'nothing'} for {detail.heads}. <b>Say first:</b>{' '}
        {safety?.say_first}
      </Text>
      {detail.note && (
        <Text fontSize="xs" my="1" whiteSpace="pre-line">
          <b>Note:</b> {detail.note}
        </Text>
      )}
      {detail.spared.length > 0 && (
        <Text fontSize="xs" my="1">
          <b>Spared in this class:</b> {detail.spared.join('; ')}.
        </Text>
      )}
      {detail.sharing.length > 0 && (
        <Text fontSize="xs" my="1">
          <b>Short of:</b> {detail.sharing.join(' ')}
        </Text>
      )}
      <Places places={where.places} fontSize="xs" my="1" />
      <Text fontSize="sm" fontWeight="700" border="2px solid black" px="2" py="0.5" my="1">
        {safety?.stop}
      </Text>
      <chakra.div columnCount={1}>
        {detail.blocks.map((block) => (
          <SheetBlock key={block.index} block={block} />
        ))}
      </chakra.div>
    </Box>
  );
}

import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import { Lock } from 'lucide-react';
import { Link } from 'react-router';

import { headline, type Lens, tintOf } from './lens';
import type { Schemas } from '~/shared/http/client';
import { useNames } from '~/shared/http/vocabulary';
import { clock, figure, shortDate } from '~/shared/format/time';
import { KitIcons } from '~/shared/ui/KitIcon';

const BlockLink = chakra(Link);

interface Props {
  series: number;
  entry: Schemas['BoardClass'];
  lens: Lens;
  kits: string[];
}

/** One class on the board: a block with a cut corner. */
export function ClassBlock({ series, entry, lens, kits }: Props) {
  const name = useNames();
  const tint = tintOf(entry, lens, kits);
  const groups = entry.main_groups.map(name).join(', ').toLowerCase();
  const over = entry.seconds > entry.slot_seconds;
  return (
    <BlockLink
      to={`/series/${series}/classes/${entry.slot}`}
      data-slot={entry.slot}
      display="block"
      h="full"
      bg={tint.wash}
      borderLeft="3px solid"
      borderColor={tint.ink}
      px="2"
      py="1.5"
      color="ink"
      clipPath="polygon(0 0, calc(100% - 14px) 0, 100% 14px, 100% 100%, 0 100%)"
      _hover={{ filter: 'brightness(0.96)' }}
      _focusVisible={{ outlineOffset: '-3px' }}
    >
      <Flex align="baseline" gap="1.5">
        <Text fontFamily="heading" fontWeight="700" color={tint.ink} aria-hidden="true">
          {tint.letter}
        </Text>
        <Text fontWeight="600" lineHeight="short" truncate>
          {headline(entry, lens, name)}
        </Text>
        {entry.locked && (
          <Box ml="auto" pr="3" color="soft">
            <Lock size={13} aria-label="locked" />
          </Box>
        )}
      </Flex>
      <Text fontSize="xs" color="ink" truncate title={lens === 'focus' ? groups : undefined}>
        {lens === 'focus'
          ? groups || (entry.focus === 'whole-body' ? 'every region' : 'spread over many groups')
          : name(entry.focus)}
      </Text>
      <Flex align="center" gap="1.5" fontSize="xs" color="ink">
        <KitIcons kit={entry.kit} />
        <Text truncate>{lens === 'format' ? entry.kit_name : entry.look}</Text>
        <Text
          ml="auto"
          fontFamily="mono"
          color={over ? 'rowanInk' : 'ink'}
          aria-label={`${clock(entry.seconds)} minutes on ${shortDate(entry.date)}`}
        >
          {clock(entry.seconds)}
        </Text>
      </Flex>
      <Text fontSize="xs" color="soft">
        {entry.movements.length} movements, {figure(entry.sets)} sets
      </Text>
    </BlockLink>
  );
}

import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { alternativesOptions, draftAlternativesOptions } from './api';
import type { Desk } from './useDesk';
import { complete, withoutIds } from '~/features/edit';
import type { Schemas } from '~/shared/http/client';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  desk: Desk;
  forms: Schemas['FormatModel'][];
  /** Where the movement stands in the class as it is shown. */
  block: number;
  place: number;
  may: boolean;
  busy: boolean;
  onTake: (movement: string) => void;
}

/** What could stand in a place: first what it does well, then what it costs. */
export function Alternatives({ desk, forms, block, place, may, busy, onTake }: Props) {
  const { series, slot, version } = desk.stored;
  const stored = useQuery({ ...alternativesOptions(series, slot, version, block, place), enabled: !desk.dirty });
  const document = withoutIds(complete(desk.design, forms).design);
  const drafted = useQuery({
    ...draftAlternativesOptions(series, slot, version, document, { block, place }),
    enabled: desk.dirty && !desk.checking && !desk.error,
  });
  const found = desk.dirty ? drafted : stored;
  return (
    <Box mt="2">
      <Heading as="h3" size="sm" mb="1">
        Alternatives
      </Heading>
      {found.isPending && <Waiting what="Weighing alternatives" />}
      {found.error && <Trouble error={found.error} />}
      {found.data?.length === 0 && <Text color="soft">Nothing else fits this kit and focus.</Text>}
      <Box as="ul" listStyleType="none">
        {found.data?.map((entry) => (
          <Flex as="li" key={entry.movement} align="center" gap="2" py="1" borderTop="1px solid" borderColor="line">
            <Box flex="1" minW="0" fontSize="xs">
              <Text fontWeight="600" fontSize="sm">
                {entry.name}
              </Text>
              <Text color="soft">{goodOf(entry)}</Text>
              <Cost entry={entry} />
            </Box>
            {may && (
              <Button
                size="xs"
                variant="outline"
                disabled={busy || desk.stored.locked}
                onClick={() => onTake(entry.movement)}
                aria-label={`Swap in ${entry.name}`}
              >
                Swap in
              </Button>
            )}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

/** What an alternative does well, or that it does the same. */
function goodOf(entry: Schemas['AlternativeModel']): string {
  const time = entry.seconds_change
    ? [`${entry.seconds_change > 0 ? '+' : '−'}${Math.abs(entry.seconds_change)} s`]
    : [];
  const effects = [...entry.effects, ...time].join(', ') || 'Same muscles, same time';
  const mends = entry.mends.length ? `Mends: ${entry.mends.join(' ')} ` : '';
  return `${mends}${effects}.`;
}

/** What an alternative breaks or makes worse; the whole list on demand, so that one can compare. */
function Cost({ entry }: { entry: Schemas['AlternativeModel'] }) {
  const [first, ...others] = entry.breaks;
  if (!first) return null;
  return (
    <Text color={entry.musts_broken ? 'rowanInk' : 'lichenInk'} title={entry.breaks.join(' ')}>
      {entry.musts_broken ? 'Breaks' : 'Costs'}: {first}
      {others.length > 0 && ` And ${others.length} more.`}
    </Text>
  );
}

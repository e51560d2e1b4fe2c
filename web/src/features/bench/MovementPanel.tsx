import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';

import { alternativesOptions } from './api';
import { WhyMovement } from './Why';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { useMovements, useNames } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  detail: Schemas['ClassDetail'];
  block: number;
  item: Schemas['ItemModel'];
  busy: boolean;
  onSwap: (movement: string) => void;
}

/** One movement: how to do it easier or harder, sides, kit, relief, and what could stand instead. */
export function MovementPanel({ detail, block, item, busy, onSwap }: Props) {
  const movements = useMovements();
  const name = useNames();
  const movement = movements.get(item.movement);
  if (!movement) return <Waiting what="Fetching the movement" />;
  const option = (o: Schemas['OptionModel'] | null | undefined) => (o ? `${o.how} (${o.by})` : 'none');
  return (
    <Box>
      <Heading as="h2" size="md">
        <Link asChild color="ink" textDecoration="underline">
          <RouterLink to={`/movements/${movement.id}`}>{movement.name}</RouterLink>
        </Link>
      </Heading>
      <Text color="soft" fontSize="xs" mb="1">
        {movement.targets.map(name).join(', ') || movement.family.replace(/-/g, ' ')}
        {movement.assists.length ? `; helps: ${movement.assists.map(name).join(', ').toLowerCase()}` : ''}
      </Text>
      <Fact label="Easier">{option(movement.easier)}</Fact>
      <Fact label="Harder">{option(movement.harder)}</Fact>
      {movement.seated && <Fact label="Seated">{movement.seated}</Fact>}
      {movement.low_impact && <Fact label="Low impact">{option(movement.low_impact)}</Fact>}
      <Fact label="Sides">
        {movement.sides}
        {movement.sides === 'one-sided' ? `, ${item.handling.replace('-', ' ')}` : ''}
      </Fact>
      <Fact label="Kit">
        {movement.kit.map(name).join(', ') || 'none'}
        {movement.stand_in ? `; or ${movement.stand_in[0]?.toLowerCase()}${movement.stand_in.slice(1)}` : ''}
      </Fact>
      {Object.entries(movement.relief).map(([joint, text]) => (
        <Fact key={joint} label={`Sore ${joint.replace('-', ' ')}`}>
          {text}
        </Fact>
      ))}
      <Fact label="Cues">{movement.cues.join('. ')}.</Fact>
      <Fact label="Faults">{movement.faults.join('. ')}.</Fact>
      {movement.care && <Fact label="Care">{movement.care}.</Fact>}
      <WhyMovement detail={detail} block={block} place={item.place} />
      <Alternatives detail={detail} block={block} place={item.place} busy={busy} onSwap={onSwap} />
    </Box>
  );
}

function Fact({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <Flex gap="2" fontSize="xs" py="0.5">
      <Text w="20" flexShrink="0" color="soft">
        {label}
      </Text>
      <Text>{children}</Text>
    </Flex>
  );
}

interface AlternativesProps {
  detail: Schemas['ClassDetail'];
  block: number;
  place: number;
  busy: boolean;
  onSwap: (movement: string) => void;
}

function Alternatives({ detail, block, place, busy, onSwap }: AlternativesProps) {
  const director = useIsDirector();
  const found = useQuery(alternativesOptions(detail.series, detail.slot, detail.version, block, place));
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
            <Box flex="1" minW="0">
              <Text fontWeight="600">{entry.name}</Text>
              <Text
                fontSize="xs"
                color={entry.musts_broken ? 'rowanInk' : entry.cost_change > 0 ? 'lichenInk' : 'soft'}
              >
                {words(entry)}
              </Text>
            </Box>
            {director && (
              <Button
                size="xs"
                variant="outline"
                disabled={busy || detail.locked}
                onClick={() => onSwap(entry.movement)}
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

function words(entry: Schemas['AlternativeModel']): string {
  const time = entry.seconds_change
    ? [`${entry.seconds_change > 0 ? '+' : '−'}${Math.abs(entry.seconds_change)} s`]
    : [];
  const effects = [...entry.effects, ...time].join(', ') || 'same muscles, same time';
  const breaks = entry.breaks.length ? ` Breaks: ${entry.breaks.join(' ')}` : '';
  const mends = entry.mends.length ? ` Mends: ${entry.mends.join(' ')}` : '';
  return `${effects}.${breaks}${mends}`;
}

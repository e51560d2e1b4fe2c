import { Box, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import { Alternatives } from './Alternatives';
import { EditDoes } from './EditDoes';
import { EditMovement } from './EditMovement';
import type { Desk } from './useDesk';
import type { PartActs } from './usePartActs';
import { WhyMovement } from './Why';
import type { Item } from '~/features/edit';
import type { Schemas } from '~/shared/http/client';
import { useMovements, useNames } from '~/shared/http/vocabulary';
import { Fold } from '~/shared/ui/Fold';

interface Props {
  desk: Desk;
  forms: Schemas['FormatModel'][];
  block: number;
  place: number;
  item: Item;
  may: boolean;
  busy: boolean;
  acts: PartActs;
  onSwap: (movement: string) => void;
}

/** One movement: its place and dose, what could stand instead, why it is there, and how it is done. */
export function MovementPanel({ desk, forms, block, place, item, may, busy, acts, onSwap }: Props) {
  const names = useNames();
  const movement = useMovements().get(item.movement);
  const shown = desk.at.get(item.row);
  const told = shown?.place == null ? undefined : desk.detail.blocks[shown.block]?.items[shown.place];
  return (
    <Box>
      <Heading as="h2" size="md">
        {movement ? (
          <Link asChild color="ink" textDecoration="underline">
            <RouterLink to={`/movements/${movement.id}`}>{movement.name}</RouterLink>
          </Link>
        ) : (
          'Another movement'
        )}
      </Heading>
      {movement && (
        <Text color="soft" fontSize="xs" mb="1">
          {movement.targets.map(names).join(', ') || movement.family.replace(/-/g, ' ')}
          {movement.assists.length ? `; helps: ${movement.assists.map(names).join(', ').toLowerCase()}` : ''}
        </Text>
      )}
      {may && (
        <EditMovement
          block={block}
          place={place}
          item={item}
          combined={desk.design.blocks[block]?.format.kind === 'add-on'}
          acts={acts}
        />
      )}
      <EditDoes desk={desk} />
      {movement && (
        <Fold title="How it is done" needed={!may}>
          {() => <HowItIsDone movement={movement} item={item} />}
        </Fold>
      )}
      {told && shown?.place != null && (
        <>
          {!desk.dirty && <WhyMovement detail={desk.stored} block={shown.block} place={shown.place} />}
          <Alternatives
            desk={desk}
            forms={forms}
            block={shown.block}
            place={shown.place}
            may={may}
            busy={busy}
            onTake={onSwap}
          />
        </>
      )}
    </Box>
  );
}

function HowItIsDone({ movement, item }: { movement: Schemas['MovementModel']; item: Item }) {
  const name = useNames();
  const option = (o: Schemas['OptionModel'] | null | undefined) => (o ? `${o.how} (${o.by})` : 'none');
  return (
    <>
      <Fact label="Easier">{option(movement.easier)}</Fact>
      <Fact label="Harder">{option(movement.harder)}</Fact>
      {movement.seated && <Fact label="Seated">{movement.seated}</Fact>}
      {movement.low_impact && <Fact label="Low impact">{option(movement.low_impact)}</Fact>}
      <Fact label="Sides">
        {movement.sides}
        {movement.sides === 'one-sided' ? `, ${(item.handling ?? 'two-bouts').replace('-', ' ')}` : ''}
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
    </>
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

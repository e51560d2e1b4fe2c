import { Badge, Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';

import { useMovementWrites, usesOptions } from './api';
import { Chain } from './Chain';
import { words } from './filter';
import { demandName, loadWords, tierWords } from './traits';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions, useNames } from '~/shared/http/vocabulary';
import { Trouble } from '~/shared/ui/States';

interface Props {
  movement: Schemas['MovementModel'];
  library: Map<string, Schemas['MovementModel']>;
  onOpen: (id: string) => void;
  onEdit: () => void;
}

/** One movement with all that is known about it. */
export function MovementDetail({ movement, library, onOpen, onEdit }: Props) {
  const name = useNames();
  const director = useIsDirector();
  const { retire } = useMovementWrites();
  const { data: catalogue } = useQuery(catalogueOptions);
  const list = (ids: string[]) => ids.map(name).join(', ').toLowerCase();
  return (
    <Box>
      <Flex align="center" gap="2" wrap="wrap">
        <Heading as="h2" size="lg">
          {movement.name}
        </Heading>
        <Text color="soft">{tierWords(movement)}</Text>
        {movement.retired && <Badge>retired</Badge>}
        {movement.foundation && !movement.retired && <Text color="fernInk">any regular knows it</Text>}
        {director && (
          <Flex ml="auto" gap="2">
            <Button size="xs" variant="outline" onClick={onEdit}>
              Edit
            </Button>
            <Button
              size="xs"
              variant="outline"
              disabled={retire.isPending}
              onClick={() => retire.mutate({ id: movement.id, version: movement.version, retired: !movement.retired })}
            >
              {movement.retired ? 'Offer again' : 'Retire'}
            </Button>
          </Flex>
        )}
      </Flex>
      {retire.error && <Trouble error={retire.error} />}
      <Chain movement={movement} library={library} onOpen={onOpen} />
      <Flex
        gap={{ base: '0', md: '6' }}
        align={{ base: 'stretch', md: 'flex-start' }}
        mt="1"
        direction={{ base: 'column', md: 'row' }}
      >
        <Box flex="1" minW="0">
          {movement.other_names.length > 0 && <Fact label="Also called">{movement.other_names.join(', ')}</Fact>}
          {movement.targets.length > 0 && <Fact label="Targets">{list(movement.targets)}</Fact>}
          {movement.assists.length > 0 && <Fact label="Helps">{list(movement.assists)}</Fact>}
          {movement.prepares.length > 0 && <Fact label="Prepares">{list(movement.prepares)}</Fact>}
          {movement.stretches.length > 0 && <Fact label="Stretches">{list(movement.stretches)}</Fact>}
          <Fact label="Done">
            {[movement.position.replace(/-/g, ' '), movement.sides, movement.pace, `${movement.plane} plane`].join(
              ', ',
            )}
          </Fact>
          <Fact label="Dose">
            {movement.reps.join(' to ')} reps or {movement.seconds.join(' to ')} s; {movement.seconds_per_rep} s a rep
            {movement.beats ? `; ${movement.beats} beats a rep` : ''}
            {movement.high_reps ? '; may be done for many more' : ''}
          </Fact>
          <Fact label="Kit">
            {list(movement.kit) || 'none'}
            {movement.stand_in ? `; without it: ${movement.stand_in}` : ''}
            {movement.placing ? `; ${movement.placing}` : ''}
            {movement.floor_metres ? `; ${movement.floor_metres} m of floor` : ''}
          </Fact>
          {movement.loadable.length > 0 && <Fact label="Load">{loadWords(movement, catalogue?.kit ?? [])}</Fact>}
          {movement.forms.length > 0 && (
            <Fact label="Forms">{movement.forms.map((form) => `${form.name} (level ${form.level})`).join('; ')}</Fact>
          )}
          {movement.rehearses.length > 0 && <Fact label="Rehearses">{movement.rehearses.map(words).join(', ')}</Fact>}
          {movement.demands.length > 0 && (
            <Fact label="Asks for">
              {movement.demands.map((id) => demandName(id, catalogue?.demands ?? [])).join('; ')}
            </Fact>
          )}
          {movement.impact > 0 && (
            <Fact label="Impact">{movement.impact === 2 ? 'leaves the ground' : 'a foot stays down'}</Fact>
          )}
          {movement.low_impact && <Fact label="Low impact">{movement.low_impact.how}</Fact>}
          {movement.seated && <Fact label="Seated">{movement.seated}</Fact>}
          {Object.entries(movement.joints).map(([joint, load]) => (
            <Fact key={joint} label={`${words(joint)} ${'●'.repeat(load)}`}>
              {movement.relief[joint] ?? ''}
            </Fact>
          ))}
        </Box>
        <Box flex="1" minW="0">
          <Fact label="Show from">{movement.show_from}</Fact>
          <Fact label="Cues">{movement.cues.join('. ')}.</Fact>
          <Fact label="Faults">{movement.faults.join('. ')}.</Fact>
          {movement.care && <Fact label="Care">{movement.care}.</Fact>}
          {movement.support.length > 0 && <Fact label="Support">{movement.support.join(' ')}</Fact>}
          {movement.met && (
            <Fact label="Intensity">
              {movement.met} MET{movement.met_from ? `, ${movement.met_from}` : ''}
            </Fact>
          )}
          <Uses id={movement.id} />
        </Box>
      </Flex>
    </Box>
  );
}

function Fact({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <Flex gap="3" py="1" borderBottom="1px solid" borderColor="line">
      <Text w="24" flexShrink="0" color="soft">
        {label}
      </Text>
      <Text>{children}</Text>
    </Flex>
  );
}

function Uses({ id }: { id: string }) {
  const uses = useQuery(usesOptions(id));
  if (!uses.data && uses.error) return <Trouble error={uses.error} />;
  return (
    <Fact label="Used in">
      {uses.data?.length === 0 && 'no class yet'}
      {uses.data?.map((use) => (
        <Text as="span" display="block" key={`${use.series} ${use.slot}`} textDecoration="underline">
          <RouterLink to={`/series/${use.series}/classes/${use.slot}`}>
            {use.series_name}, {use.label}
          </RouterLink>
        </Text>
      ))}
    </Fact>
  );
}

import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Group, useGroups } from './api';
import { EditGroup } from './EditGroup';
import { KeptRow } from './KeptRow';
import { useIsDirector } from '~/features/signin';
import { LEVELS } from '~/shared/format/levels';
import { DAYS } from '~/shared/format/time';
import { catalogueOptions, groupsOptions } from '~/shared/http/vocabulary';
import { Trouble } from '~/shared/ui/States';

/** The groups that come again: who they are, what they are spared, when they come. */
export function Groups() {
  const director = useIsDirector();
  const groups = useQuery(groupsOptions);
  const { data: catalogue } = useQuery(catalogueOptions);
  const { forget } = useGroups();
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const close = () => setOpen(null);
  const cautionsOf = (group: Group) =>
    group.cautions?.map((id) => catalogue?.cautions.find((own) => own.id === id)?.name ?? id).join(', ');
  const wordsOf = (group: Group) => {
    const level = LEVELS.find((own) => own.value === String(group.level))?.name.toLowerCase();
    const spared = group.cautions?.length ? `; spared: ${cautionsOf(group)}` : '';
    const members = group.members?.length ? `; with cautions of their own: ${namesOf(group)}` : '';
    return `${group.heads} people, ${level}${timesOf(group)}${spared}${members}`;
  };
  return (
    <Box as="section" aria-label="Groups" mb="6">
      <Flex align="center" gap="3" mb="2">
        <Heading as="h2" size="lg">
          Groups
        </Heading>
        {director && (
          <Button size="xs" variant="outline" onClick={() => setOpen('new')}>
            A new group
          </Button>
        )}
      </Flex>
      {(groups.error ?? forget.error) && <Trouble error={(groups.error ?? forget.error) as Error} />}
      {groups.data?.length === 0 && open === null && (
        <Text color="soft">No group is kept yet. A set-up takes one over, and leaves it as it is here.</Text>
      )}
      {open === 'new' && <EditGroup group={null} onDone={close} />}
      <Box as="ul" listStyleType="none">
        {groups.data?.map((group) => (
          <KeptRow
            key={group.id}
            name={group.name}
            words={wordsOf(group)}
            forgetting={forget.isPending}
            onChange={() => setOpen(open === group.id ? null : group.id)}
            onForget={() => forget.mutate(group.id)}
          >
            {open === group.id && <EditGroup key={group.version} group={group} onDone={close} />}
          </KeptRow>
        ))}
      </Box>
    </Box>
  );
}

function namesOf(group: Group): string {
  return (group.members ?? []).map((member) => member.name).join(', ');
}

/** When they come: "; Monday 18:00, Thursday 19:30". */
function timesOf(group: Group): string {
  const days = Object.entries(group.times ?? {}).map(([day, at]) => `${DAYS[Number(day)]} ${at.slice(0, 5)}`);
  return days.length ? `; ${days.join(', ')}` : '';
}

import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { type Member, membersOptions, ROLES, usePeople } from './api';
import { InviteForm } from './InviteForm';
import { PersonRow } from './PersonRow';
import { useIsOwner } from '~/features/signin';
import { Trouble, Waiting } from '~/shared/ui/States';

/** Who is in the house, what each may do, and the way in and out. */
export function PeoplePage() {
  const owner = useIsOwner();
  const members = useQuery({ ...membersOptions, enabled: owner });
  const acts = usePeople();
  const [inviting, setInviting] = useState(false);
  if (!owner) return <Text>Only an owner of the house lets people in and out. Ask one.</Text>;
  if (members.error) return <Trouble error={members.error} onRetry={() => void members.refetch()} />;
  if (!members.data) return <Waiting what="Opening the list" />;
  const there = members.data.filter((person) => !person.left);
  const gone = members.data.filter((person) => person.left);
  const error = acts.role.error ?? acts.works.error ?? acts.leave.error;
  const rows = (people: Member[]) => (
    <Box as="ul" listStyleType="none">
      {people.map((person) => (
        <PersonRow key={person.id} person={person} acts={acts} />
      ))}
    </Box>
  );
  return (
    <Box maxW="5xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to="/house">The house</RouterLink>
      </Link>
      <Flex align="center" gap="3" mb="2">
        <Heading as="h1" size="2xl">
          People
        </Heading>
        <Button size="sm" bg="action" color="onAction" ml="auto" onClick={() => setInviting(!inviting)}>
          Invite somebody
        </Button>
      </Flex>
      {inviting && <InviteForm acts={acts} onDone={() => setInviting(false)} />}
      {error && <Trouble error={error} />}
      {rows(there)}
      {gone.length > 0 && (
        <>
          <Heading as="h2" size="md" mt="6">
            Have left
          </Heading>
          <Text color="soft">What they did stays under their names.</Text>
          {rows(gone)}
        </>
      )}
      <Heading as="h2" size="md" mt="6" mb="1">
        Who may do what
      </Heading>
      {ROLES.map((role) => (
        <Text key={role.value}>
          <Text as="span" fontWeight="600">
            {role.name}
          </Text>{' '}
          {role.may}
        </Text>
      ))}
    </Box>
  );
}

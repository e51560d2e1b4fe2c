import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Member, type Role, ROLES, type usePeople } from './api';
import { LinkShown } from './LinkShown';
import type { Schemas } from '~/shared/http/client';
import { sitesOptions } from '~/shared/http/vocabulary';
import { SelectField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';
import { Toggle } from '~/shared/ui/Toggle';

/** Somebody of the house: role, how it stands with coming in, and what may be done about it. */
export function PersonRow({ person, acts }: { person: Member; acts: ReturnType<typeof usePeople> }) {
  const { link, role, leave } = acts;
  const [sure, setSure] = useState(false);
  const [shown, setShown] = useState<Schemas['OneTimeLink'] | null>(null);
  const mine = link.variables?.id === person.id;
  return (
    <Box as="li" borderTop="1px solid" borderColor="line" py="2" aria-label={person.name}>
      <Flex gap="3" align="center" wrap="wrap">
        <Box flex="1" minW="48">
          <Text fontWeight="600">{person.name}</Text>
          <Text color="soft" fontSize="xs">
            {person.sign_in_name}; {standing(person)}
          </Text>
        </Box>
        {!person.left && (
          <SelectField
            hidden
            label={`Role of ${person.name}`}
            value={person.role}
            options={ROLES.map((own) => ({ value: own.value, name: own.name }))}
            onChange={(value) => role.mutate({ person, role: value as Role })}
          />
        )}
        <Button
          size="xs"
          variant="outline"
          loading={link.isPending && mine}
          onClick={() => link.mutate(person, { onSuccess: setShown })}
        >
          {person.left ? 'Let back in' : person.joined ? 'New password' : 'New link'}
        </Button>
        {!person.left && (
          <Button
            size="xs"
            variant="outline"
            colorPalette={sure ? 'red' : undefined}
            disabled={leave.isPending}
            onBlur={() => setSure(false)}
            onClick={() => (sure ? leave.mutate(person) : setSure(true))}
          >
            {sure ? `Yes, ${person.name} leaves` : 'Leaves'}
          </Button>
        )}
      </Flex>
      {!person.left && <WorksAt person={person} works={acts.works} />}
      {link.error && mine && <Trouble error={link.error} />}
      {shown && <LinkShown link={shown} name={person.name} onDone={() => setShown(null)} />}
    </Box>
  );
}

/** At which sites somebody works; at none: everywhere. A house without sites is not asked. */
function WorksAt({ person, works }: { person: Member; works: ReturnType<typeof usePeople>['works'] }) {
  const sites = useQuery(sitesOptions);
  if (!sites.data?.length) return null;
  const turned = (id: number) =>
    person.sites.includes(id) ? person.sites.filter((other) => other !== id) : [...person.sites, id];
  return (
    <Flex role="group" aria-label={`Sites of ${person.name}`} gap="1" mt="1" align="center" fontSize="xs">
      <Text color="soft">Works</Text>
      <Toggle
        on={person.sites.length === 0}
        disabled={works.isPending}
        onToggle={() => works.mutate({ person, sites: [] })}
      >
        everywhere
      </Toggle>
      <Text color="soft">or only at</Text>
      {sites.data.map((site) => (
        <Toggle
          key={site.id}
          on={person.sites.includes(site.id)}
          disabled={works.isPending}
          onToggle={() => works.mutate({ person, sites: turned(site.id) })}
        >
          {site.name}
        </Toggle>
      ))}
    </Flex>
  );
}

function standing(person: Member): string {
  if (person.left) return person.waiting ? 'invited again' : 'cannot sign in';
  const codes = person.two_factor ? ', with codes of a device' : '';
  if (person.joined) return `signs in${codes}${person.waiting ? '; has a link to a new password' : ''}`;
  return person.waiting ? 'invited, has not come yet' : 'the invitation is over; make a new link';
}

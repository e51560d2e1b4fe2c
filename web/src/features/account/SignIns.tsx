import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { acts, signInsOptions, useOwnAct } from './api';
import { ended } from './PasswordChange';
import { Done, Section } from './Section';
import { moment } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';

/** Where one is signed in, each to be ended. */
export function SignIns() {
  const list = useQuery(signInsOptions);
  const one = useOwnAct(acts.endOne);
  const others = useOwnAct(acts.endOthers);
  const error = list.error ?? one.error ?? others.error;
  return (
    <Section title="Where you are signed in">
      {error && <Trouble error={error} />}
      <Box as="ul" listStyleType="none">
        {list.data?.map((own) => (
          <Flex as="li" key={own.id} gap="3" py="1" align="center" borderTop="1px solid" borderColor="line">
            <Box flex="1" minW="0">
              <Text truncate title={own.agent}>
                {agentWords(own.agent)}
                {own.here && ' (here)'}
              </Text>
              <Text fontSize="xs" color="soft">
                from {own.address || 'somewhere'}, since {moment(own.since)}, last seen {moment(own.seen)}
              </Text>
            </Box>
            {!own.here && (
              <Button size="2xs" variant="outline" disabled={one.isPending} onClick={() => one.mutate(own.id)}>
                Sign out there
              </Button>
            )}
          </Flex>
        ))}
      </Box>
      {(list.data?.length ?? 0) > 1 && (
        <Button size="sm" variant="outline" mt="2" loading={others.isPending} onClick={() => others.mutate(undefined)}>
          Sign out everywhere else
        </Button>
      )}
      {others.data && <Done>{ended(others.data.count)}</Done>}
    </Section>
  );
}

/** What a browser says of itself, short: the kind of device and the system in its first brackets. */
function agentWords(agent: string): string {
  const system = /\(([^)]*)\)/.exec(agent)?.[1]?.split(';').slice(0, 2).join(',');
  return system ? `A browser on ${system}` : agent.slice(0, 60) || 'Something that does not say what it is';
}

import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState, useSyncExternalStore } from 'react';

import { insist, snapshot, subscribe, throwAway } from './outbox';
import { useSending } from './useSending';
import { meOptions } from '~/features/signin';
import { Trouble } from '~/shared/ui/States';

/** Records that wait for the network, said as it is; they are sent by themselves. */
export function Outbox({ person }: { person: string }) {
  const all = useSyncExternalStore(subscribe, snapshot);
  const own = all.filter((one) => one.person === person);
  const client = useQueryClient();
  const [sent, setSent] = useState(0);
  const open = own.some((one) => !one.refused);
  // Asked anew: a write needs the token of the sign-in that holds now.
  const ready = useCallback(() => client.fetchQuery({ ...meOptions, staleTime: 0, retry: false }), [client]);
  const came = useCallback(
    (records: number) => {
      setSent((before) => before + records);
      void client.invalidateQueries({ queryKey: ['series'] });
      void client.invalidateQueries({ queryKey: ['mine'] });
    },
    [client],
  );
  useSending(person, open, ready, came);
  const keep = useMutation({ mutationFn: insist, onSuccess: () => came(1) });
  if (!own.length && !sent) return null;
  return (
    <Box role="status" className="no-print" bg={own.length ? 'lichenWash' : 'fernWash'} px="5" py="2">
      {open && <Text>{count(own.filter((one) => !one.refused).length)} on this machine for the network.</Text>}
      {!own.length && (
        <Text>{sent === 1 ? 'The record that waited was sent.' : `${sent} records that waited were sent.`}</Text>
      )}
      {own
        .filter((one) => one.refused)
        .map((one) => (
          <Flex key={one.id} gap="3" align="center" wrap="wrap">
            <Text>
              The record of {one.startsAt.replace('T', ', ')} was not taken: {one.refused}
            </Text>
            {one.overtaken && !one.cover && (
              <Button size="sm" variant="outline" onClick={() => keep.mutate(one)}>
                Keep mine in its place
              </Button>
            )}
            <Button size="sm" variant="outline" onClick={() => throwAway(one.id)}>
              Throw it away
            </Button>
          </Flex>
        ))}
      {keep.error && <Trouble error={keep.error} />}
    </Box>
  );
}

function count(records: number): string {
  return records === 1 ? 'A record waits' : `${records} records wait`;
}

import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';

import { sendAll, snapshot, subscribe, throwAway } from './outbox';
import { meOptions } from '~/features/signin';

/** So often it is tried whether what waits can be sent. */
const AGAIN_MILLISECONDS = 15_000;

/** Records that wait for the network, said as it is; they are sent by themselves. */
export function Outbox({ person }: { person: string }) {
  const all = useSyncExternalStore(subscribe, snapshot);
  const own = all.filter((one) => one.person === person);
  const client = useQueryClient();
  const [sent, setSent] = useState(0);
  const busy = useRef(false);
  const open = own.some((one) => !one.refused);
  const attempt = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      // Asked anew: a write needs the token of the sign-in that holds now.
      await client.fetchQuery({ ...meOptions, staleTime: 0, retry: false });
      const came = await sendAll(person);
      if (came) {
        setSent((before) => before + came);
        void client.invalidateQueries({ queryKey: ['series'] });
        void client.invalidateQueries({ queryKey: ['mine'] });
      }
    } catch {
      // It is away still.
    } finally {
      busy.current = false;
    }
  }, [client, person]);
  useEffect(() => {
    if (!open) return undefined;
    const go = () => void attempt();
    go();
    const timer = window.setInterval(go, AGAIN_MILLISECONDS);
    window.addEventListener('online', go);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener('online', go);
    };
  }, [open, attempt]);
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
            <Button size="sm" variant="outline" onClick={() => throwAway(one.id)}>
              Throw it away
            </Button>
          </Flex>
        ))}
    </Box>
  );
}

function count(records: number): string {
  return records === 1 ? 'A record waits' : `${records} records wait`;
}

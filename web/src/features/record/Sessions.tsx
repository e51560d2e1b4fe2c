import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { useSessionWrites } from './api';
import { NewSession } from './NewSession';
import { RecordForm } from './RecordForm';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { shortDate } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';

/** When a class is taught and by whom, and what each session really was. */
export function Sessions({ detail }: { detail: Schemas['ClassDetail'] }) {
  const director = useIsDirector();
  const [recording, setRecording] = useState<number | null>(null);
  const { remove } = useSessionWrites(detail.series, detail.slot);
  return (
    <Box my="2">
      <Flex align="baseline">
        <Heading as="h2" size="sm">
          Sessions
        </Heading>
        <Link asChild ml="auto" fontSize="xs" textDecoration="underline">
          <RouterLink to={`/series/${detail.series}/pace`}>Pace of this group</RouterLink>
        </Link>
      </Flex>
      {detail.sessions.length === 0 && <Text color="soft">Nobody is down to teach this class yet.</Text>}
      {detail.sessions.map((session) => (
        <Box key={session.id} borderTop="1px solid" borderColor="line" py="1">
          <Flex align="center" gap="2">
            <Box flex="1">
              <Text fontSize="xs">
                {shortDate(session.starts_at.slice(0, 10))}, {session.starts_at.slice(11, 16)},{' '}
                {session.instructor ?? 'no instructor yet'}
                {session.room && session.room !== detail.room ? `, ${session.room}` : ''}
                {session.site ? `, ${session.site}` : ''}
              </Text>
              {session.clashes?.map((clash) => (
                <Text key={clash} fontSize="xs" color="rowanInk">
                  {clash}
                </Text>
              ))}
              <Text fontSize="xs" color="soft">
                {recordWords(session)}
              </Text>
              {session.differed && session.differed.length > 0 && (
                <Text fontSize="xs" color="soft">
                  {session.differed.join('; ')}
                </Text>
              )}
            </Box>
            {(director || session.mine) && recording !== session.id && (
              <Button size="2xs" variant="outline" onClick={() => setRecording(session.id)}>
                {session.minutes == null ? 'Record' : 'Change'}
              </Button>
            )}
            {director && session.minutes == null && (
              <Button
                size="2xs"
                variant="outline"
                disabled={remove.isPending}
                onClick={() => remove.mutate(session.id)}
              >
                Take out
              </Button>
            )}
          </Flex>
          {recording === session.id && (
            <RecordForm
              series={detail.series}
              slot={detail.slot}
              session={session}
              startsAt={session.starts_at}
              minutes={Math.round(detail.real_seconds / 60)}
              onKept={() => setRecording(null)}
              onLeave={() => setRecording(null)}
            />
          )}
        </Box>
      ))}
      {remove.error && <Trouble error={remove.error} />}
      {director && <NewSession detail={detail} />}
    </Box>
  );
}

function recordWords(session: Schemas['SessionModel']): string {
  if (session.minutes == null) return 'not recorded';
  const effort = session.effort == null ? [] : [`effort ${session.effort}`];
  const heads = session.heads == null ? [] : [`${session.heads} people`];
  return [`${session.minutes} min`, ...effort, ...heads, ...(session.note ? [session.note] : [])].join(', ');
}

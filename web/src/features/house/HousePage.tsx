import { Box, Flex, Heading, Link } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import { Groups } from './Groups';
import { Rooms } from './Rooms';
import { Sites } from './Sites';
import { useIsOwner } from '~/features/signin';
import { useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** What the house keeps, so that nobody types it anew: groups that come again, sites, rooms with their kit. */
export function HousePage() {
  const words = useVocabulary();
  const owner = useIsOwner();
  if (!words.ready && words.error) return <Trouble error={words.error} onRetry={words.retry} />;
  if (!words.ready) return <Waiting what="Opening the house" />;
  return (
    <Box maxW="5xl" mx="auto">
      <Flex align="baseline" gap="4" mb="3" wrap="wrap">
        <Heading as="h1" size="2xl">
          The house
        </Heading>
        {owner && (
          <>
            <Link asChild textDecoration="underline">
              <RouterLink to="/house/people">People</RouterLink>
            </Link>
            <Link asChild textDecoration="underline">
              <RouterLink to="/house/acts">What was done</RouterLink>
            </Link>
            <Link href="/api/house/document" download="house.json" textDecoration="underline">
              All of it as a file
            </Link>
          </>
        )}
      </Flex>
      <Groups />
      <Sites />
      <Rooms />
    </Box>
  );
}

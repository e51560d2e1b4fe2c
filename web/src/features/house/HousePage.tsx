import { Box, Heading } from '@chakra-ui/react';

import { Groups } from './Groups';
import { Rooms } from './Rooms';
import { useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** What the house keeps, so that nobody types it anew: rooms with their kit, groups that come again. */
export function HousePage() {
  const words = useVocabulary();
  if (words.error) return <Trouble error={words.error} />;
  if (!words.ready) return <Waiting what="Opening the house" />;
  return (
    <Box maxW="5xl" mx="auto">
      <Heading as="h1" size="2xl" mb="3">
        The house
      </Heading>
      <Groups />
      <Rooms />
    </Box>
  );
}

import { Box, Button, Heading, Spinner, Text } from '@chakra-ui/react';

import { Problem } from '~/shared/http/problem';

export function Waiting({ what }: { what: string }) {
  return (
    <Box p="8" role="status" color="soft">
      <Spinner size="sm" mr="2" />
      {what} …
    </Box>
  );
}

export function Offline({ onRetry }: { onRetry: () => void }) {
  return (
    <Box as="main" p="8">
      <Heading size="lg">Grike cannot be reached just now</Heading>
      <Text my="3">What was saved is safe. Try again in a moment.</Text>
      <Button onClick={onRetry}>Try again</Button>
    </Box>
  );
}

/** What went wrong, why, and how to go on. */
export function Trouble({ error, onRetry }: { error: Error; onRetry?: () => void }) {
  const detail = error instanceof Problem ? error.detail : '';
  return (
    <Box role="alert" p="3" my="2" bg="rowanWash" borderLeft="4px solid" borderColor="rowanInk">
      <Text fontWeight="600" color="rowanInk">
        {error.message}
      </Text>
      {detail && <Text>{detail}</Text>}
      {onRetry && (
        <Button size="xs" mt="2" variant="outline" onClick={onRetry}>
          Try again
        </Button>
      )}
    </Box>
  );
}

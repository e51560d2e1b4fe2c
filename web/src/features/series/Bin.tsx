import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { binOptions, useBin } from './api';
import { useIsDirector } from '~/features/signin';
import { shortDate } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';

/** Series that were deleted and can still be brought back, closed until somebody looks. */
export function Bin() {
  const { data: gone } = useQuery(binOptions);
  const director = useIsDirector();
  const { restore } = useBin();
  if (!gone?.length) return null;
  return (
    <Box asChild mt="6" color="soft">
      <details>
        <summary>Deleted: {gone.length} series that can be brought back</summary>
        {restore.error && <Trouble error={restore.error} />}
        {gone.map((entry) => (
          <Flex key={entry.id} align="center" gap="3" py="1.5" borderTop="1px solid" borderColor="line">
            <Text flex="1">
              {entry.name}, deleted {shortDate(entry.at.slice(0, 10))}
              {entry.by ? ` by ${entry.by}` : ''}, kept until {shortDate(entry.until.slice(0, 10))}
              {entry.records
                ? `; what was recorded of ${entry.records} ${entry.records === 1 ? 'session' : 'sessions'} stays even then`
                : ''}
            </Text>
            {director && (
              <Button size="xs" variant="outline" disabled={restore.isPending} onClick={() => restore.mutate(entry.id)}>
                Bring {entry.name} back
              </Button>
            )}
          </Flex>
        ))}
      </details>
    </Box>
  );
}

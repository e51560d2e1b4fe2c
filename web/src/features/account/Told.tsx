import { Box, Button, Flex, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';

import { noticesOptions, useRead } from './api';
import { fromWhere } from './notice';
import { moment } from '~/shared/format/time';

/** On a phone more would leave nothing of the page. */
const MOST_TOLD = 2;

/** What was done to one's account elsewhere, or by somebody else, on every page until it is read. */
export function Told() {
  const { data } = useQuery(noticesOptions);
  const read = useRead();
  const fresh = data?.filter((own) => own.new) ?? [];
  if (!fresh[0]) return null;
  const last = fresh[0].id;
  return (
    <Flex role="status" className="no-print" bg="lichenWash" px="5" py="2" gap="3" align="center" wrap="wrap">
      <Box>
        {fresh.slice(0, MOST_TOLD).map((own) => (
          <Text key={own.id}>
            {own.what} ({moment(own.at)}
            {fromWhere(own)})
          </Text>
        ))}
        {fresh.length > MOST_TOLD && <Text>And {fresh.length - MOST_TOLD} more, on the page of your account.</Text>}
        <Text>
          If that was not you, and nobody told you of it:{' '}
          <Link asChild textDecoration="underline">
            <RouterLink to="/account">change your password and sign out everywhere else</RouterLink>
          </Link>
          , then tell an owner of the house.
        </Text>
      </Box>
      <Button size="sm" variant="outline" ml="auto" loading={read.isPending} onClick={() => read.mutate(last)}>
        I have read it
      </Button>
    </Flex>
  );
}

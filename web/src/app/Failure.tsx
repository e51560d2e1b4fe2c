import { Box, Heading, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

export function Failure() {
  return (
    <Box as="main" p="8">
      <Heading size="lg">There is nothing here</Heading>
      <Text my="3">The page is not there, or it could not be drawn. Your series are safe.</Text>
      <Link asChild color="action">
        <RouterLink to="/" reloadDocument>
          Go to the list of series
        </RouterLink>
      </Link>
    </Box>
  );
}

import { Box, Heading, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A part of the account's page. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={title} borderTop="1px solid" borderColor="line" py="3">
      <Heading as="h2" size="md" mb="2">
        {title}
      </Heading>
      {children}
    </Box>
  );
}

/** That something was done, told once. */
export function Done({ children }: { children: ReactNode }) {
  return (
    <Text role="status" color="fernInk" mt="1">
      {children}
    </Text>
  );
}

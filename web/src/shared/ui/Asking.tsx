import { Box, Button, Flex, Heading } from '@chakra-ui/react';

import { useModal } from './useModal';

interface Props {
  title: string;
  /** What is said, and the buttons that do it; leaving is always offered. */
  children: React.ReactNode;
  leave?: string;
  onLeave: () => void;
}

/** A question over the page: it takes the focus, keeps it, and Escape leaves everything as it is. */
export function Asking({ title, children, leave = 'Leave it', onLeave }: Props) {
  const modal = useModal(onLeave);
  return (
    <Box
      asChild
      m="auto"
      p="5"
      maxW="lg"
      color="ink"
      bg="panel"
      border="1px solid"
      borderColor="strong"
      _backdrop={{ bg: 'blackAlpha.600' }}
    >
      <dialog {...modal} aria-label={title}>
        <Heading as="h2" size="md" mb="2">
          {title}
        </Heading>
        <Flex direction="column" gap="3" align="flex-start">
          {children}
          <Button size="sm" variant="outline" onClick={onLeave}>
            {leave}
          </Button>
        </Flex>
      </dialog>
    </Box>
  );
}

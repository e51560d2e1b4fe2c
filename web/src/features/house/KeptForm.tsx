import { Box, Button, Flex } from '@chakra-ui/react';

import { Trouble } from '~/shared/ui/States';

interface Props {
  /** What is kept: "group", "room". */
  what: string;
  pending: boolean;
  error: Error | null;
  onKeep: () => void;
  onLeave: () => void;
  children: React.ReactNode;
}

/** The frame of a form for something that the house keeps. */
export function KeptForm({ what, pending, error, onKeep, onLeave, children }: Props) {
  return (
    <Box
      as="form"
      p="3"
      my="2"
      bg="panel"
      border="1px solid"
      borderColor="line"
      onSubmit={(event) => {
        event.preventDefault();
        onKeep();
      }}
    >
      {children}
      {error && <Trouble error={error} />}
      <Flex gap="2" mt="3">
        <Button type="submit" size="sm" bg="action" color="onAction" loading={pending}>
          Keep the {what}
        </Button>
        <Button size="sm" variant="outline" onClick={onLeave}>
          Leave it
        </Button>
      </Flex>
    </Box>
  );
}

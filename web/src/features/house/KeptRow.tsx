import { Box, Button, Flex, Text } from '@chakra-ui/react';

import { useIsDirector } from '~/features/signin';

interface Props {
  name: string;
  /** What it is, in a line. */
  words: string;
  forgetting: boolean;
  /** What stands between the words and the buttons. */
  aside?: React.ReactNode;
  onChange: () => void;
  onForget: () => void;
  /** The form, while it is open. */
  children: React.ReactNode;
}

/** Something that the house keeps, to be changed or forgotten by a director. */
export function KeptRow({ name, words, forgetting, aside, onChange, onForget, children }: Props) {
  const director = useIsDirector();
  return (
    <Box as="li" borderTop="1px solid" borderColor="line" py="2">
      <Flex gap="3" align="baseline" wrap="wrap">
        <Text fontWeight="600">{name}</Text>
        <Text color="soft" fontSize="sm" flex="1" minW={{ base: 'full', md: '40' }}>
          {words}
        </Text>
        {director && (
          <>
            {aside}
            <Button size="2xs" variant="outline" aria-label={`Change ${name}`} onClick={onChange}>
              Change
            </Button>
            <Button size="2xs" variant="ghost" aria-label={`Forget ${name}`} disabled={forgetting} onClick={onForget}>
              Forget
            </Button>
          </>
        )}
      </Flex>
      {children}
    </Box>
  );
}

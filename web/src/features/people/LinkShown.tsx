import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

import type { Schemas } from '~/shared/http/client';

interface Props {
  link: Schemas['OneTimeLink'];
  name: string;
  onDone: () => void;
}

/** A link that is shown once, to be handed over. */
export function LinkShown({ link, name, onDone }: Props) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}${link.path}`;
  const days = Math.floor(link.hours / 24);
  const copy = async () => {
    await navigator.clipboard.writeText(address);
    setCopied(true);
  };
  return (
    <Box role="status" bg="panel" border="1px solid" borderColor="strong" p="3" mb="4">
      <Text fontWeight="600">Give this link to {name}, and to nobody else.</Text>
      <Text color="soft" mb="2">
        Whoever has it comes in as {name}. It works once, for {days === 1 ? 'one day' : `${days} days`}, and is shown
        only now.
      </Text>
      <Flex gap="2">
        <Input
          size="sm"
          readOnly
          aria-label={`Link for ${name}`}
          fontFamily="mono"
          value={address}
          onFocus={(event) => event.target.select()}
        />
        <Button size="sm" variant="outline" onClick={() => void copy()}>
          {copied ? 'Copied' : 'Copy'}
        </Button>
        <Button size="sm" variant="outline" onClick={onDone}>
          Done
        </Button>
      </Flex>
    </Box>
  );
}

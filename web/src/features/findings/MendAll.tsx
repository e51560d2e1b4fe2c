import { Box, Button, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { mendOptions, useMend } from './api';
import { Consequences } from '~/features/consequences';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  series: number;
  version: number;
  rule: string;
}

/** So many edits are named one by one. */
const MOST_NAMED = 6;

/** Everything of one rule mended in one press: which edits, and what they do, before they are made. */
export function MendAll({ series, version, rule }: Props) {
  const tried = useQuery(mendOptions(series, version, rule));
  const mend = useMend(series, version);
  if (tried.error) return <Trouble error={tried.error} />;
  if (!tried.data) return <Waiting what="Trying ways to mend them" />;
  const { done, left, consequences } = tried.data;
  if (!done.length)
    return (
      <Text fontSize="xs" my="1" role="status">
        No single edits mend these without costing more. Re-fill the classes, plan again, or ease the rule.
      </Text>
    );
  return (
    <Box borderLeft="4px solid" borderColor="fernInk" pl="3" my="2" fontSize="xs" role="status">
      <Box as="ul" pl="4">
        {done.slice(0, MOST_NAMED).map((text) => (
          <li key={text}>{text}</li>
        ))}
      </Box>
      {done.length > MOST_NAMED && <Text>And {done.length - MOST_NAMED} more.</Text>}
      <Text my="1">{left ? `${left} are left then.` : 'None are left then.'}</Text>
      <Consequences told={consequences} />
      <Button size="xs" bg="action" color="onAction" mt="2" loading={mend.isPending} onClick={() => mend.mutate(rule)}>
        Do {done.length === 1 ? 'it' : `all ${done.length}`}
      </Button>
      {mend.error && <Trouble error={mend.error} />}
    </Box>
  );
}

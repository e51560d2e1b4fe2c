import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { fixesOptions, useFix } from './api';
import { effectWords } from '~/shared/format/effect';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  series: number;
  version: number;
  number: number;
}

/** The edits that mend one finding, each with what else it would do. */
export function Fixes({ series, version, number }: Props) {
  const offered = useQuery(fixesOptions(series, version, number));
  const fix = useFix(series, version);
  if (offered.isPending) return <Waiting what="Trying ways to mend it" />;
  if (!offered.data && offered.error) return <Trouble error={offered.error} />;
  if (!offered.data.length) {
    return <Text fontSize="xs">No single edit mends this. Re-fill the class, plan again, or ease the rule.</Text>;
  }
  return (
    <Box as="ul" listStyleType="none" mt="1">
      {offered.data.map((entry, choice) => (
        <Flex as="li" key={entry.text} align="center" gap="2" py="1">
          <Box flex="1" minW="0">
            <Text fontSize="xs">{entry.text}</Text>
            <Text fontSize="xs" color={entry.cost_change > 0 ? 'lichenInk' : 'soft'}>
              {effectWords(entry)}
            </Text>
          </Box>
          <Button
            size="xs"
            variant="outline"
            disabled={fix.isPending}
            onClick={() => fix.mutate({ number, choice })}
            aria-label={`Do it: ${entry.text}`}
          >
            Do it
          </Button>
        </Flex>
      ))}
      {fix.error && <Trouble error={fix.error} />}
    </Box>
  );
}

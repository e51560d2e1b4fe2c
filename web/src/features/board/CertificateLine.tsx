import { Box, Text } from '@chakra-ui/react';

import { points } from '~/shared/format/time';
import type { Schemas } from '~/shared/http/client';

/** Which musts a plan could not keep, and the ways out. */
function GaveWay({ lines, kept }: { lines: string[]; kept: string }) {
  return (
    <Box as="section" aria-label="What gave way" borderLeft="4px solid" borderColor="lichenInk" pl="2" my="1">
      <Text color="lichenInk" fontWeight="600">
        {kept}. Not all musts could hold together; this is the nearest plan that was found.
      </Text>
      <Box as="ul" fontSize="sm" pl="4" listStyleType="disc">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Box>
  );
}

/** What is known about how good the plan is, in plain words. */
export function CertificateLine({ board }: { board: Schemas['Board'] }) {
  const kept = `${board.rules_kept} of ${board.rules_on} rules kept`;
  const found = board.certificate;
  if (!board.classes.length) return null;
  if (!found) return <Text color="soft">{kept}. Edited by hand since it was planned.</Text>;
  if (found.cost === 0)
    return <Text color="fernInk">All {board.rules_on} rules kept; by the rules no plan can be better.</Text>;
  if (found.status === 'nearest') return <GaveWay lines={found.gave_way} kept={kept} />;
  if (found.status === 'best')
    return <Text color="fernInk">{kept}. What is missed cannot be avoided: no movement for it is allowed here.</Text>;
  const bound = found.bound ? ` At least ${found.bound} of its ${points(found.cost)} of cost cannot be avoided.` : '';
  const stopped = found.status === 'stopped' ? ' Planning was stopped early.' : '';
  return (
    <Text color="lichenInk">
      {kept}. How much better a plan could be is not known.{bound}
      {stopped}
    </Text>
  );
}

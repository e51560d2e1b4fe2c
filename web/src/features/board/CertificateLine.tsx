import { Text } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';

/** What is known about how good the plan is, in plain words. */
export function CertificateLine({ board }: { board: Schemas['Board'] }) {
  const kept = `${board.rules_kept} of ${board.rules_on} rules kept`;
  const found = board.certificate;
  if (!board.classes.length) return null;
  if (!found) return <Text color="soft">{kept}. Edited by hand since it was planned.</Text>;
  if (found.cost === 0)
    return <Text color="fernInk">All {board.rules_on} rules kept; by the rules no plan can be better.</Text>;
  if (found.status === 'best')
    return <Text color="fernInk">{kept}. What is missed cannot be avoided: no movement for it is allowed here.</Text>;
  const bound = found.bound ? ` At least ${found.bound} of its ${found.cost} points of cost cannot be avoided.` : '';
  const stopped = found.status === 'stopped' ? ' Planning was stopped early.' : '';
  return (
    <Text color="lichenInk">
      {kept}. How much better a plan could be is not known.{bound}
      {stopped}
    </Text>
  );
}

import { Box, Button, Flex, Link, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';

import { useIsDirector } from '~/features/signin';
import { points } from '~/shared/format/time';
import type { Schemas } from '~/shared/http/client';

interface Props {
  entry: Schemas['WhatIfModel'];
  chosen: boolean;
  adopted: number | null;
  onCompare: () => void;
  onForget: () => void;
  onAdopt: () => void;
  /** Put it in the place of the series; whether that was done. */
  onPutIn: () => void;
  put: boolean;
}

export function WhatIfRow({ entry, chosen, adopted, onCompare, onForget, onAdopt, onPutIn, put }: Props) {
  const director = useIsDirector();
  const open = ['waiting', 'running'].includes(entry.state);
  return (
    <Box borderTop="1px solid" borderColor="line" py="2" bg={chosen ? 'fernWash' : undefined} px="2">
      <Flex align="center" gap="2">
        <Box flex="1">
          <Text fontWeight="600">{entry.label}</Text>
          <Text fontSize="xs" role="status" color={open || entry.cost === 0 ? 'soft' : 'lichenInk'}>
            {standing(entry)}
          </Text>
        </Box>
        {entry.cost != null && (
          <Button size="xs" variant="outline" aria-pressed={chosen} onClick={onCompare}>
            Compare
          </Button>
        )}
        {director && entry.cost != null && !adopted && (
          <Button size="xs" variant="outline" onClick={onAdopt}>
            Make it a series
          </Button>
        )}
        {director && entry.cost != null && !put && (
          <Button size="xs" variant="outline" onClick={onPutIn}>
            Put it in its place
          </Button>
        )}
        {put && (
          <Text fontSize="xs" color="fernInk" role="status">
            It is the series now; undo on the board takes it back.
          </Text>
        )}
        {adopted && (
          <Link asChild textDecoration="underline">
            <RouterLink to={`/series/${adopted}`}>Open it</RouterLink>
          </Link>
        )}
        {director && !open && (
          <Button size="xs" variant="ghost" aria-label={`Forget ${entry.label}`} onClick={onForget}>
            Forget
          </Button>
        )}
      </Flex>
      {(entry.words ?? []).map((line) => (
        <Text key={line} fontSize="xs">
          {line}
        </Text>
      ))}
    </Box>
  );
}

function standing(entry: Schemas['WhatIfModel']): string {
  if (entry.state === 'waiting') return 'Waiting for its turn.';
  if (entry.state === 'running') return 'Being planned.';
  if (entry.state === 'none')
    return entry.status === 'impossible' ? 'No plan can keep every must rule.' : 'No plan was found.';
  if (entry.cost == null) return 'It was not planned.';
  const gave = entry.status === 'nearest' ? 'Not all musts could hold together. ' : '';
  if (entry.cost === 0 && !gave) return 'Every rule kept; by the rules no plan can be better.';
  const rules = Object.entries(entry.by_rule ?? {}).map(([rule, cost]) => `${rule} ${cost}`);
  if (!entry.cost) return gave;
  return `${gave}Aims are missed by ${points(entry.cost)}: ${rules.join(', ')}.`;
}

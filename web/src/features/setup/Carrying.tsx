import { Box, chakra, Flex, IconButton, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { ArrowUp } from 'lucide-react';

import type { NewSeries } from './api';
import { ruleNumber, withRuleMode, withRuleNumber } from './draft';
import { NumberField } from './Fields';
import { wishesOf, withWishes } from './wishes';
import { catalogueOptions } from '~/shared/http/vocabulary';

interface Props {
  draft: NewSeries;
  onDraft: (draft: NewSeries) => void;
}

/** Whether some movements come back the next week and ask for more, and what is added first. */
export function Carrying({ draft, onDraft }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  if (!catalogue) return null;
  const usual = catalogue.rules.find((rule) => rule.id === 'D7')?.mode ?? 'off';
  const on = (draft.rules?.D7?.mode ?? usual) !== 'off';
  const names = new Map(catalogue.levers.map((lever) => [lever.id, lever.name]));
  const kept = wishesOf(draft).levers;
  const levers = kept?.length ? kept : catalogue.levers.map((lever) => lever.id);
  const up = (place: number) => {
    const next = [...levers];
    next.splice(place - 1, 2, levers[place] ?? '', levers[place - 1] ?? '');
    onDraft(withWishes(draft, { levers: next }));
  };
  return (
    <chakra.details mb="3">
      <Box as="summary" cursor="pointer" fontWeight="600">
        Carry movements on ({on ? `${ruleNumber(draft, 'D7', 'share', 30)} % a week` : 'every week has others'})
      </Box>
      <chakra.label display="flex" gap="2" py="1">
        <input type="checkbox" checked={on} onChange={() => onDraft(withRuleMode(draft, 'D7', on ? 'off' : 'aim'))} /> Some movements come back the next week and ask for more. They stand in circuits, straight sets and supersets.
      </chakra.label>
      {on && (
        <Flex gap="8" align="flex-start">
          <NumberField label="Of the movements (%)" width="36" value={ruleNumber(draft, 'D7', 'share', 30)} min={5} max={60} onChange={(share) => onDraft(withRuleNumber(draft, 'D7', 'share', share || 5))} />
          <Box>
            <Text fontWeight="600">What is added first</Text>
            <Box as="ol" listStyleType="none">
              {levers.map((lever, place) => (
                <Flex as="li" key={lever} align="center" gap="1" minH="7">
                  <Text w="48">
                    {place + 1}. {names.get(lever)}
                  </Text>
                  {place > 0 && (
                    <IconButton size="2xs" variant="ghost" aria-label={`Earlier: ${names.get(lever)}`} onClick={() => up(place)}>
                      <ArrowUp />
                    </IconButton>
                  )}
                </Flex>
              ))}
            </Box>
          </Box>
        </Flex>
      )}
    </chakra.details>
  );
}

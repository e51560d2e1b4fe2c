import { Box, chakra, Flex, IconButton, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { ArrowUp } from 'lucide-react';

import type { NewSeries } from './api';
import { ruleNumber, ruleOn, withRuleMode, withRuleNumber } from './draft';
import { FigureField } from './Fields';
import { wishesOf, withWishes } from './wishes';
import { moved } from '~/shared/format/lists';
import { CARRIED } from '~/shared/rules';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { Fold } from '~/shared/ui/Fold';

interface Props {
  draft: NewSeries;
  onDraft: (draft: NewSeries) => void;
}

/** Whether some movements come back the next week and ask for more, and what is added first. */
export function Carrying({ draft, onDraft }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  if (!catalogue) return null;
  const on = ruleOn(catalogue.rules, draft, CARRIED.rule);
  const share = ruleNumber(catalogue.rules, draft, CARRIED);
  const names = new Map(catalogue.levers.map((lever) => [lever.id, lever.name]));
  const kept = wishesOf(draft).levers;
  const levers = kept?.length ? kept : catalogue.levers.map((lever) => lever.id);
  const up = (place: number) => {
    onDraft(withWishes(draft, { levers: moved(levers, place, -1) }));
  };
  return (
    <Fold mb="3" title={`Carry movements on (${on ? `${share?.value} % a week` : 'every week has others'})`}>
      {() => (
        <>
          <chakra.label display="flex" gap="2" py="1">
            <input
              type="checkbox"
              checked={on}
              onChange={() => onDraft(withRuleMode(draft, CARRIED.rule, on ? 'off' : 'aim'))}
            />{' '}
            Some movements come back the next week and ask for more. They stand in circuits, straight sets and
            supersets.
          </chakra.label>
          {on && (
            <Flex gap="8" align="flex-start">
              <FigureField
                label="Of the movements (%)"
                width="36"
                figure={share}
                onChange={(next) => onDraft(withRuleNumber(draft, CARRIED, next))}
              />
              <Box>
                <Text fontWeight="600">What is added first</Text>
                <Box as="ol" listStyleType="none">
                  {levers.map((lever, place) => (
                    <Flex as="li" key={lever} align="center" gap="1" minH="7">
                      <Text w="48">
                        {place + 1}. {names.get(lever)}
                      </Text>
                      {place > 0 && (
                        <IconButton
                          size="2xs"
                          variant="ghost"
                          aria-label={`Earlier: ${names.get(lever)}`}
                          onClick={() => up(place)}
                        >
                          <ArrowUp />
                        </IconButton>
                      )}
                    </Flex>
                  ))}
                </Box>
              </Box>
            </Flex>
          )}
        </>
      )}
    </Fold>
  );
}

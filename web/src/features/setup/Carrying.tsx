import { Box, chakra, Flex, IconButton, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { ArrowUp } from 'lucide-react';

import type { NewSeries } from './api';
import { ruleNumber, ruleOn, withRuleMode, withRuleNumber } from './draft';
import { FigureField } from '~/shared/ui/Fields';
import { wishesOf, withWishes } from './wishes';
import { moved } from '~/shared/format/lists';
import { CARRIED, type Figure, LIFTS, LIFT_WEEKS } from '~/shared/rules';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { Fold } from '~/shared/ui/Fold';

interface Props {
  draft: NewSeries;
  onDraft: (draft: NewSeries) => void;
}

/** What comes back and asks for more: main lifts of a class, or a share of all; and what is added first. */
export function Carrying({ draft, onDraft }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  if (!catalogue) return null;
  const lines = catalogue.rules;
  const on = ruleOn(lines, draft, CARRIED.rule);
  const lifts = ruleOn(lines, draft, LIFTS.rule);
  const figure = (own: Figure) => ruleNumber(lines, draft, own);
  const field = (label: string, own: Figure) => (
    <FigureField
      label={label}
      width="48"
      figure={figure(own)}
      onChange={(next) => onDraft(withRuleNumber(draft, own, next))}
    />
  );
  const turn = (rule: string, now: boolean) => () => onDraft(withRuleMode(draft, rule, now ? 'off' : 'aim'));
  const said = [
    ...(lifts ? [`${figure(LIFTS)?.value} main lifts of a class for ${figure(LIFT_WEEKS)?.value} weeks`] : []),
    ...(on ? [`${figure(CARRIED)?.value} % of all movements`] : []),
  ];
  return (
    <Fold mb="3" title={`What comes back (${said.join(', ') || 'nothing'})`}>
      {() => (
        <>
          <chakra.label display="flex" gap="2" py="1">
            <input type="checkbox" checked={lifts} onChange={turn(LIFTS.rule, lifts)} /> Main lifts of a class come back
            on its weekday and ask for more.
          </chakra.label>
          {lifts && (
            <Flex gap="8" mb="2">
              {field('Lifts of each class', LIFTS)}
              {field('For so many weeks', LIFT_WEEKS)}
            </Flex>
          )}
          <chakra.label display="flex" gap="2" py="1">
            <input type="checkbox" checked={on} onChange={turn(CARRIED.rule, on)} /> Some of all movements come back the
            next week and ask for more. They stand in circuits, straight sets and supersets, not in shapes.
          </chakra.label>
          {on && field('Of the movements (%)', CARRIED)}
          {(on || lifts) && <Levers draft={draft} onDraft={onDraft} names={catalogue.levers} />}
        </>
      )}
    </Fold>
  );
}

/** What is added first to what comes back, in an order that can be changed. */
function Levers({ draft, onDraft, names }: Props & { names: Schemas['Catalogue']['levers'] }) {
  const called = new Map(names.map((lever) => [lever.id, lever.name]));
  const kept = wishesOf(draft).levers;
  const levers = kept?.length ? kept : names.map((lever) => lever.id);
  return (
    <Box mt="1">
      <Text fontWeight="600">What is added first</Text>
      <Box as="ol" listStyleType="none">
        {levers.map((lever, place) => (
          <Flex as="li" key={lever} align="center" gap="1" minH="7">
            <Text w="48">
              {place + 1}. {called.get(lever)}
            </Text>
            {place > 0 && (
              <IconButton
                size="2xs"
                variant="ghost"
                aria-label={`Earlier: ${called.get(lever)}`}
                onClick={() => onDraft(withWishes(draft, { levers: moved(levers, place, -1) }))}
              >
                <ArrowUp />
              </IconButton>
            )}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

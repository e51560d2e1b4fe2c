import { Box, Flex, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import type { NewSeries } from './api';
import { withRuleMode, withRuleNumber } from './draft';
import { SelectField } from '~/shared/ui/Fields';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { Fold } from '~/shared/ui/Fold';

const MODES = [
  { value: 'must', name: 'Must' },
  { value: 'aim', name: 'Aim' },
  { value: 'off', name: 'Off' },
];

interface Props {
  draft: NewSeries;
  onDraft: (draft: NewSeries) => void;
  /** What each rule finds in the classes as they are; none where nothing is planned. */
  findings?: readonly Schemas['FindingModel'][];
}

type Rule = Schemas['RuleLine'];

/** Every rule by what a director asks, with must, aim or off and its numbers, and a search. */
export function RuleSheet({ draft, onDraft, findings = [] }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  const [search, setSearch] = useState('');
  const rules = (catalogue?.rules ?? []).filter((rule) => speaksOf(rule, search));
  const topics = [...new Set(catalogue?.rules.map((rule) => rule.topic) ?? [])];
  return (
    <Fold mt="4" title={`All rules (${catalogue?.rules.length ?? 0})`}>
      {() => (
        <>
          <Text fontSize="sm" color="soft" my="1">
            Where not all musts can hold together, those that say so give way, in their order; what gave way stands on
            the board.
          </Text>
          <Input
            size="sm"
            w="72"
            bg="panel"
            aria-label="Find a rule"
            placeholder="Find a rule: knees, kit, gap"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          {topics.map((topic) => {
            const own = rules.filter((rule) => rule.topic === topic);
            if (!own.length) return null;
            return (
              <Box as="section" key={topic} aria-label={`Rules about ${topic}`} mt="3">
                <Text fontWeight="700" borderBottom="2px solid" borderColor="line">
                  {topic[0]?.toUpperCase() + topic.slice(1)}
                </Text>
                {own.map((rule) => (
                  <RuleRow
                    key={rule.id}
                    rule={rule}
                    draft={draft}
                    onDraft={onDraft}
                    findings={findings.filter((found) => found.rule === rule.id)}
                  />
                ))}
              </Box>
            );
          })}
          {!rules.length && <Text mt="2">No rule speaks of that.</Text>}
        </>
      )}
    </Fold>
  );
}

/** Whether each word of a search stands in what a rule says. */
function speaksOf(rule: Rule, search: string): boolean {
  const numbers = rule.numbers.map((number) => number.meaning).join(' ');
  const text = `${rule.id} ${rule.title} ${rule.statement} ${rule.reason} ${numbers}`.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** What a rule costs now, in words; "" where it is kept. */
function costNow(findings: readonly Schemas['FindingModel'][]): string {
  const broken = findings.filter((found) => found.mode === 'must').length;
  const cost = findings.reduce((sum, found) => sum + found.cost, 0);
  if (broken) return `not kept ${broken === 1 ? 'once' : `${broken} times`} now`;
  return cost ? `costs ${cost} ${cost === 1 ? 'point' : 'points'} now` : '';
}

function RuleRow({ rule, draft, onDraft, findings = [] }: Props & { rule: Rule }) {
  const mode = draft.rules?.[rule.id]?.mode ?? rule.mode;
  return (
    <Flex
      gap={{ base: '1', sm: '4' }}
      py="2"
      borderBottom="1px solid"
      borderColor="line"
      align="flex-start"
      direction={{ base: 'column', sm: 'row' }}
    >
      <SelectField
        label={`${rule.title}: must, aim or off`}
        hidden
        width="24"
        value={mode}
        options={MODES}
        onChange={(next) => onDraft(withRuleMode(draft, rule.id, next as 'must' | 'aim' | 'off'))}
      />
      <Box flex="1">
        <Text fontWeight="600">
          {rule.title}{' '}
          <Text as="span" color="soft" fontWeight="400">
            {rule.id}
          </Text>{' '}
          <Text as="span" fontSize="xs" color="lichenInk">
            {costNow(findings)}
          </Text>
        </Text>
        <Text fontSize="xs" color="soft">
          {rule.reason} {rule.source}
          {mode === 'must' && ` ${rule.gives_way}`}
        </Text>
        <Flex wrap="wrap" gap="3" mt="1">
          {rule.numbers.map((number) => (
            <Flex as="label" key={number.name} align="center" gap="1" fontSize="xs">
              {number.meaning}
              <Input
                type="number"
                size="2xs"
                w="16"
                bg="panel"
                min={number.least}
                max={number.most}
                step={number.whole ? 1 : 'any'}
                value={draft.rules?.[rule.id]?.numbers?.[number.name] ?? number.value}
                onChange={(event) =>
                  onDraft(
                    withRuleNumber(draft, { rule: rule.id, number: number.name }, event.target.valueAsNumber || 0),
                  )
                }
              />
            </Flex>
          ))}
        </Flex>
      </Box>
    </Flex>
  );
}

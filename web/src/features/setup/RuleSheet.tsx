import { Box, Flex, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import type { NewSeries } from './api';
import { withRuleMode, withRuleNumber } from './draft';
import { SelectField } from './Fields';
import { catalogueOptions } from '~/shared/http/vocabulary';

const MODES = [
  { value: 'must', name: 'Must' },
  { value: 'aim', name: 'Aim' },
  { value: 'off', name: 'Off' },
];

interface Props {
  draft: NewSeries;
  onDraft: (draft: NewSeries) => void;
}

/** Every rule with must, aim or off and its numbers, for those who want it. */
export function RuleSheet({ draft, onDraft }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  return (
    <Box as="details" mt="4">
      <Box as="summary" cursor="pointer" fontWeight="600">
        All rules ({catalogue?.rules.length ?? 0})
      </Box>
      {catalogue?.rules.map((rule) => (
        <Flex key={rule.id} gap="4" py="2" borderBottom="1px solid" borderColor="line" align="flex-start">
          <SelectField
            label={`${rule.title}: must, aim or off`}
            hidden
            width="24"
            value={draft.rules?.[rule.id]?.mode ?? rule.mode}
            options={MODES}
            onChange={(mode) => onDraft(withRuleMode(draft, rule.id, mode as 'must' | 'aim' | 'off'))}
          />
          <Box flex="1">
            <Text fontWeight="600">
              {rule.title}{' '}
              <Text as="span" color="soft" fontWeight="400">
                {rule.id}
              </Text>
            </Text>
            <Text fontSize="xs" color="soft">
              {rule.reason} {rule.source}
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
      ))}
    </Box>
  );
}

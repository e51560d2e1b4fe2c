import { Box, chakra, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { comparisonOptions } from './api';
import type { Schemas } from '~/shared/http/client';
import { DAYS, figure } from '~/shared/format/time';
import { Trouble, Waiting } from '~/shared/ui/States';

/** The series and a what-if side by side: figures, rules that differ, and each day. */
export function Comparison({ series, run }: { series: number; run: number }) {
  const found = useQuery(comparisonOptions(series, run));
  if (!found.data && found.error) return <Trouble error={found.error} />;
  if (!found.data) return <Waiting what="Comparing" />;
  const { one, other, days, rules } = found.data;
  const lines: [string, (side: Schemas['SideModel']) => string][] = [
    ['Classes', (side) => String(side.classes)],
    ['Broken musts', (side) => String(side.musts)],
    ['Points of cost', (side) => String(side.cost)],
    [
      'By rule',
      (side) =>
        Object.entries(side.by_rule)
          .map(([rule, cost]) => `${rule} ${cost}`)
          .join(', ') || 'none',
    ],
    ['Different movements', (side) => String(side.movements)],
    ['Minutes in all', (side) => figure(side.minutes)],
    ['Volume a class', (side) => figure(side.training)],
  ];
  return (
    <Box
      as="section"
      aria-label="Comparison"
      w="lg"
      flexShrink="0"
      bg="panel"
      border="1px solid"
      borderColor="line"
      p="3"
    >
      <chakra.table w="full" fontSize="xs" css={{ '& td, & th': { paddingRight: '0.5rem', verticalAlign: 'top' } }}>
        <thead>
          <chakra.tr textAlign="left">
            <chakra.th w="36" />
            <th>{one.name}</th>
            <th>{other.name}</th>
          </chakra.tr>
        </thead>
        <tbody>
          {lines.map(([name, of]) => (
            <chakra.tr
              key={name}
              borderTop="1px solid"
              borderColor="line"
              fontWeight={of(one) === of(other) ? '400' : '700'}
            >
              <chakra.td color="soft" fontWeight="400">
                {name}
              </chakra.td>
              <td>{of(one)}</td>
              <td>{of(other)}</td>
            </chakra.tr>
          ))}
          {rules.map((rule) => (
            <chakra.tr key={rule.rule} borderTop="1px solid" borderColor="line" verticalAlign="top">
              <chakra.td color="soft">
                {rule.title} ({rule.rule})
              </chakra.td>
              <td>{rule.one}</td>
              <td>{rule.other}</td>
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
      <Heading as="h2" size="sm" mt="3">
        Day by day
      </Heading>
      {days.every((day) => day.same) && <Text color="soft">Every class is the same.</Text>}
      {days.map((day) => (
        <Box key={`${day.week}-${day.weekday}`} borderTop="1px solid" borderColor="line" py="1" fontSize="xs">
          <Text color="soft">
            Week {day.week + 1} {DAYS[day.weekday]}
            {day.one && day.other ? `, ${day.shared} ${day.shared === 1 ? 'movement' : 'movements'} in both` : ''}
          </Text>
          <Text>{day.one || 'no class'}</Text>
          <Text color={day.one === day.other ? 'soft' : 'harebellInk'}>{day.other || 'no class'}</Text>
        </Box>
      ))}
    </Box>
  );
}

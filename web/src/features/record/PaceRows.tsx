import { Box, chakra, Heading } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';
import { figure } from '~/shared/format/time';

type Estimate = Schemas['EstimateModel'];

/** One line an estimate: its value, a band to scale with the usual value as a tick, and sessions. */
export function PaceRows({ title, rows }: { title: string; rows: Estimate[] }) {
  return (
    <Box mb="4">
      <Heading as="h2" size="sm" mb="1">
        {title}
      </Heading>
      <chakra.table w="full" fontSize="sm">
        <thead>
          <chakra.tr textAlign="left" color="soft" fontSize="xs">
            <th>What</th>
            <th>Here</th>
            <th>Half of the sessions between</th>
            <th>Usual</th>
            <th>Sessions</th>
          </chakra.tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <chakra.tr key={row.kind} borderTop="1px solid" borderColor="line" color={row.sessions ? 'ink' : 'soft'}>
              <chakra.td py="1">{row.name}</chakra.td>
              <chakra.td fontFamily="mono" fontWeight={row.value === row.usual ? '400' : '700'}>
                {shown(row.value, row.unit)}
              </chakra.td>
              <chakra.td w="72">
                <Band row={row} />
              </chakra.td>
              <chakra.td fontFamily="mono">{shown(row.usual, row.unit)}</chakra.td>
              <chakra.td fontFamily="mono">{row.sessions || 'none yet'}</chakra.td>
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </Box>
  );
}

function shown(value: number, unit: string): string {
  return unit === 's' ? `${figure(value)} s` : `× ${value.toFixed(2)}`;
}

function Band({ row }: { row: Estimate }) {
  const end = 1.6 * Math.max(row.high, row.usual);
  const at = (value: number) => `${(100 * value) / end}%`;
  return (
    <Box
      position="relative"
      h="4"
      mr="4"
      bg="sunken"
      role="img"
      aria-label={`between ${shown(row.low, row.unit)} and ${shown(row.high, row.unit)}`}
    >
      <Box
        position="absolute"
        top="1"
        bottom="1"
        left={at(row.low)}
        w={at(row.high - row.low)}
        bg={row.sessions ? 'harebellInk' : 'strong'}
        opacity={row.sessions ? 0.7 : 0.35}
      />
      <Box position="absolute" top="0" bottom="0" left={at(row.usual)} w="1px" bg="ink" />
      <Box position="absolute" top="0" bottom="0" left={at(row.value)} w="3px" ml="-1px" bg="action" />
    </Box>
  );
}

import { chakra } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/**
 * A table of figures, a line for each of what is compared; the first cell names it. On a phone it is wider than the
 * screen and slides: only the last cell, which may hold words, is broken into lines.
 */
export function Figures({ label, heads, rows }: { label: string; heads: string[]; rows: ReactNode[][] }) {
  return (
    <chakra.table aria-label={label} fontSize="sm" w="full">
      <thead>
        <chakra.tr color="soft" textAlign="left" fontSize="xs">
          {heads.map((head) => (
            <chakra.th key={head} pr="4" whiteSpace="nowrap">
              {head}
            </chakra.th>
          ))}
        </chakra.tr>
      </thead>
      <tbody>
        {rows.map((cells, line) => (
          <chakra.tr key={line} borderTop="1px solid" borderColor="line">
            {cells.map((cell, place) => (
              <chakra.td
                key={heads[place]}
                pr="4"
                py="1"
                fontWeight={place ? undefined : '600'}
                {...(place < heads.length - 1 ? { whiteSpace: 'nowrap' } : { minW: '36' })}
              >
                {cell}
              </chakra.td>
            ))}
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  );
}

import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import { Fragment } from 'react';

import { blockTitle, blockWords, fromWhere } from '~/shared/format/blocks';
import type { Schemas } from '~/shared/http/client';
import { waysOut } from '~/shared/format/waysOut';
import { useMovements } from '~/shared/http/vocabulary';
import { clock } from '~/shared/format/time';
import { Stations } from '~/shared/ui/Stations';

/** A block on the run sheet: work in full with a cue and a fault, the frame in one run of text. */
export function SheetBlock({ block }: { block: Schemas['BlockModel'] }) {
  const movements = useMovements();
  const name = (id: string) => movements.get(id)?.name ?? id;
  const work = block.purpose === 'work';
  return (
    <Box mt="1.5" css={{ breakInside: 'avoid' }}>
      <Flex align="baseline" gap="2" borderBottom={work ? '1.5px solid black' : '0.5px solid black'}>
        <Text fontFamily="mono" fontSize="sm">
          {clock(block.start)}
        </Text>
        <Text fontWeight="700" fontSize={work ? 'md' : 'sm'}>
          {blockTitle(block)}
        </Text>
        <Text fontSize="sm">{blockWords(block, name)}</Text>
      </Flex>
      {block.stations.length > 0 && <Stations stations={block.stations} />}
      {work ? (
        <WorkTable block={block} />
      ) : (
        <Text fontSize="sm">
          {block.items
            .map((item) => `${name(item.movement)}${item.dose.includes('side') ? ' (L, R)' : ''}`)
            .join(' · ')}
          {block.items.flatMap((item) =>
            item.for_members.map((one) => (
              <chakra.span key={`${item.place} ${one.member}`} fontSize="xs" ml="2">
                <b>
                  For {one.member}, {name(item.movement).toLowerCase()}:
                </b>{' '}
                {one.how}.
              </chakra.span>
            )),
          )}
        </Text>
      )}
    </Box>
  );
}

function WorkTable({ block }: { block: Schemas['BlockModel'] }) {
  const movements = useMovements();
  // Both sides of a movement may be stations of their own: a row has the numbers of the picture above.
  const stations = (movement: string) =>
    block.stations.flatMap((one, at) => (one.movements.includes(movement) ? [at + 1] : [])).join(', ');
  return (
    <chakra.table
      w="full"
      css={{ borderCollapse: 'collapse', '& td': { verticalAlign: 'top', paddingBlock: '1px', paddingRight: '8px' } }}
    >
      <tbody>
        {block.items.map((item, index) => {
          const movement = movements.get(item.movement);
          return (
            <Fragment key={item.place}>
              <chakra.tr>
                <chakra.td w="6" fontFamily="mono" fontSize="sm">
                  {stations(item.movement) || index + 1}
                </chakra.td>
                <chakra.td w="32%">
                  <Text fontWeight="700" fontSize="lg" lineHeight="1.15">
                    {movement?.name ?? item.movement}
                    {item.new ? ' (new)' : ''}
                  </Text>
                  <Text fontSize="sm" fontFamily="mono">
                    {item.dose}
                  </Text>
                  {item.phases && <Text fontSize="sm">{item.phases}</Text>}
                  {item.carried && <Text fontSize="xs">{fromWhere(item.carried)}</Text>}
                </chakra.td>
                <chakra.td fontSize="sm" lineHeight="1.3">
                  {movement?.cues.slice(0, 2).join('. ')}.<br />
                  <b>Watch:</b> {movement?.faults[0]?.toLowerCase()}.
                </chakra.td>
                <chakra.td w="32%" fontSize="sm" lineHeight="1.3">
                  <b>Easier:</b> {movement?.easier?.how}
                  <br />
                  <b>Harder:</b> {movement?.harder?.how}
                </chakra.td>
              </chakra.tr>
              <chakra.tr borderBottom="0.5px solid" borderColor="gray.300">
                <td />
                <chakra.td colSpan={3} fontSize="xs" lineHeight="1.25">
                  {item.without && (
                    <chakra.span mr="2">
                      <b>Without the kit:</b> {item.without}.
                    </chakra.span>
                  )}
                  {item.for_members.map((one) => (
                    <chakra.span key={one.member} mr="2">
                      <b>
                        For {one.member} ({one.why}):
                      </b>{' '}
                      {one.how}.
                    </chakra.span>
                  ))}
                  {movement &&
                    waysOut(movement).map((way) => (
                      <chakra.span key={way.when} mr="2">
                        <b>{way.when}:</b> {way.how}.
                      </chakra.span>
                    ))}
                </chakra.td>
              </chakra.tr>
            </Fragment>
          );
        })}
      </tbody>
    </chakra.table>
  );
}

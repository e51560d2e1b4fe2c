import { Box, Flex, Heading, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { EditDoes } from './EditDoes';
import { LoadLines } from './LoadLines';
import { Shorten } from './Shorten';
import { Templates } from './Templates';
import type { Desk } from './useDesk';
import { WhyClass } from './Why';
import { BodyColumn } from '~/features/board';
import { Findings } from '~/features/findings';
import { CoverLinks } from '~/features/cover';
import { Sessions } from '~/features/record';
import { clock } from '~/shared/format/time';
import { catalogueOptions } from '~/shared/http/vocabulary';

/** What the class does as a whole: findings, both sides, the body; and its name and focus. */
export function ClassSummary({ desk, may }: { desk: Desk; may: boolean }) {
  const { detail, dirty } = desk;
  return (
    <Box>
      <Text color="soft" mb="2" fontSize="xs">
        {may
          ? 'Pick a part or a movement to change it. With the keys: arrows walk, Alt and an arrow carries along, Delete takes out.'
          : 'Pick a movement to see how it is done, and what could stand instead.'}
      </Text>
      {may && <NameAndFocus desk={desk} />}
      <EditDoes desk={desk} />
      <Heading as="h2" size="sm">
        Findings
      </Heading>
      <Findings
        series={detail.series}
        version={detail.version}
        // What a draft breaks is mended on the desk: the server knows how to mend what is stored.
        findings={dirty ? detail.findings.map((found) => ({ ...found, mendable: false })) : detail.findings}
      />
      <Text my="2">{sidesOf(detail)}</Text>
      {!dirty && <WhyClass detail={detail} />}
      <Sessions detail={detail} />
      {may && <CoverLinks series={detail.series} slot={detail.slot} />}
      {!dirty && <Shorten detail={detail} />}
      <BodyColumn volume={detail.volume} title="this class" />
      <LoadLines load={detail.load} />
      {may && !dirty && <Templates detail={detail} />}
    </Box>
  );
}

function sidesOf({ left, right }: Desk['detail']): string {
  if (left.seconds === right.seconds && left.reps === right.reps)
    return `Left and right: equal, ${clock(left.seconds ?? 0)} each.`;
  return `Left and right: left ${clock(left.seconds ?? 0)}, right ${clock(right.seconds ?? 0)}.`;
}

function NameAndFocus({ desk: { design, set } }: { desk: Desk }) {
  const { data: catalogue } = useQuery(catalogueOptions);
  return (
    <Flex gap="2" mb="2">
      <Input
        size="xs"
        aria-label="Name of the class"
        maxLength={120}
        value={design.name}
        onChange={(event) => set({ ...design, name: event.target.value })}
      />
      <NativeSelect.Root size="xs" w="40">
        <NativeSelect.Field
          aria-label="Focus"
          value={design.focus}
          onChange={(event) => set({ ...design, focus: event.target.value })}
        >
          {catalogue?.focuses.map((focus) => (
            <option key={focus.id} value={focus.id}>
              {focus.name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Flex>
  );
}

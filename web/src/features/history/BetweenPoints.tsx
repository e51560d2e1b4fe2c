import { Box, Flex, Heading, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { Consequences } from '~/features/consequences';
import { moment } from '~/shared/format/time';
import { data, http, type Schemas } from '~/shared/http/client';
import { Trouble, Waiting } from '~/shared/ui/States';

interface Props {
  id: number;
  version: number;
  changes: Schemas['ChangeModel'][];
}

/** Any two points of the history, and what differs from the one to the other. */
export function BetweenPoints({ id, version, changes }: Props) {
  const [now = 0, before = 0] = changes.filter((change) => !change.undone).map((change) => change.id);
  const [one, setOne] = useState<number | null>(null);
  const [other, setOther] = useState<number | null>(null);
  const query = { one: one ?? before, other: other ?? now };
  const told = useQuery({
    queryKey: ['series', id, 'between', version, query],
    queryFn: () =>
      data(http.GET('/api/series/{series_id}/history/between', { params: { path: { series_id: id }, query } })),
    enabled: query.one !== query.other,
  });
  return (
    <Box as="aside" aria-label="Two points" flex="1" minW={{ base: 'full', md: '80' }} bg="panel" p="4">
      <Heading as="h2" size="md" mb="2">
        Two points side by side
      </Heading>
      <Point label="From" changes={changes} value={query.one} onPoint={setOne} />
      <Point label="To" changes={changes} value={query.other} onPoint={setOther} />
      {query.one === query.other && <Text color="soft">Choose two that differ.</Text>}
      {told.error && <Trouble error={told.error} />}
      {told.isLoading && <Waiting what="Working it out" />}
      {told.data && query.one !== query.other && <Consequences told={told.data} past />}
    </Box>
  );
}

interface PointProps {
  label: string;
  changes: Schemas['ChangeModel'][];
  value: number;
  onPoint: (change: number) => void;
}

function Point({ label, changes, value, onPoint }: PointProps) {
  return (
    <Flex as="label" gap="2" align="center" mb="2">
      <Text w="12" flexShrink="0">
        {label}
      </Text>
      <NativeSelect.Root size="sm">
        <NativeSelect.Field value={value} onChange={(event) => onPoint(Number(event.target.value))}>
          {changes.map((change) => (
            <option key={change.id} value={change.id}>
              {moment(change.at)}: {change.label}
              {change.undone && ' (undone)'}
            </option>
          ))}
          <option value={0}>As it was set up</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Flex>
  );
}

import { Flex, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import type { NewSeries } from './api';
import { withDays } from './draft';
import { withWishes } from './wishes';
import { groupsOptions } from '~/shared/http/vocabulary';

/** A group that the house keeps, taken over into a set-up; the group itself stays as it is. */
export function GroupPicker({ draft, onDraft }: { draft: NewSeries; onDraft: (draft: NewSeries) => void }) {
  const groups = useQuery(groupsOptions);
  if (!groups.data?.length) return null;
  const take = (id: number) => {
    const group = groups.data.find((own) => own.id === id);
    if (!group) return;
    const { heads, level, cautions = [], members = [], times = {} } = group;
    const days = Object.keys(times)
      .map(Number)
      .sort((one, other) => one - other);
    const next = withWishes({ ...draft, heads, level }, { cautions, members });
    onDraft(days.length ? { ...withDays(next, days), times } : next);
  };
  return (
    <Flex align="center" gap="2" mb="3">
      <Text fontSize="sm">A group that comes again:</Text>
      <NativeSelect.Root size="sm" w="64">
        <NativeSelect.Field
          bg="panel"
          aria-label="Take over a group"
          value=""
          onChange={(event) => take(Number(event.target.value))}
        >
          <option value="">Take over people, level, cautions, days, times</option>
          {groups.data.map((group) => (
            <option key={group.id} value={group.id}>
              {group.name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Flex>
  );
}

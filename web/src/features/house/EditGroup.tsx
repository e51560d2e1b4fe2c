import { Box, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Group, type GroupFields, useGroups } from './api';
import { KeptForm } from './KeptForm';
import { Cautions, DayTimes, Members } from '~/features/setup';
import { LEVELS } from '~/shared/format/levels';
import { DAYS } from '~/shared/format/time';
import { Problem } from '~/shared/http/problem';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { NumberField, SelectField, TextField } from '~/shared/ui/Fields';

const NEW: GroupFields = { name: '', heads: 16, level: 2, cautions: [], members: [], times: {} };
const EVERY_DAY = DAYS.map((_, day) => day);

/** A group to be kept, or kept otherwise. */
export function EditGroup({ group, onDone }: { group: Group | null; onDone: () => void }) {
  const { data: catalogue } = useQuery(catalogueOptions);
  const { keep } = useGroups();
  const [draft, setDraft] = useState<GroupFields>(group ? fieldsOf(group) : NEW);
  const set = (part: Partial<GroupFields>) => setDraft({ ...draft, ...part });
  const fields = keep.error instanceof Problem ? keep.error.fields : {};
  return (
    <KeptForm
      what="group"
      pending={keep.isPending}
      error={keep.error}
      onKeep={() => keep.mutate({ of: group, body: draft }, { onSuccess: onDone })}
      onLeave={onDone}
    >
      <Flex gap="4" wrap="wrap" align="flex-start">
        <TextField
          label="Name of the group"
          width="72"
          value={draft.name}
          error={fields.name}
          onChange={(name) => set({ name })}
        />
        <NumberField
          label="How many"
          width="24"
          min={1}
          max={200}
          value={draft.heads}
          error={fields.heads}
          onChange={(heads) => set({ heads })}
        />
        <SelectField
          label="Their level"
          width="36"
          value={String(draft.level)}
          options={LEVELS}
          onChange={(level) => set({ level: Number(level) })}
        />
      </Flex>
      <Box my="3">
        <DayTimes
          label="When they come"
          days={EVERY_DAY}
          times={draft.times ?? {}}
          error={fields.times}
          onTimes={(times) => set({ times })}
        />
      </Box>
      {catalogue && (
        <>
          <Flex gap="1" py="1" wrap="wrap">
            <Text w="24" fontWeight="600">
              Spare them
            </Text>
            <Cautions
              label="Cautions of the group"
              all={catalogue.cautions}
              chosen={draft.cautions ?? []}
              onChosen={(cautions) => set({ cautions })}
            />
          </Flex>
          <Members
            members={draft.members ?? []}
            cautions={catalogue.cautions}
            onMembers={(members) => set({ members })}
          />
        </>
      )}
    </KeptForm>
  );
}

function fieldsOf({ name, heads, level, cautions = [], members = [], times = {} }: Group): GroupFields {
  return { name, heads, level, cautions, members, times };
}

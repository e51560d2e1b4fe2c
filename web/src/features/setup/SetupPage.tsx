import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';

import { type NewSeries, setupOptions, useSaveAndPlan } from './api';
import { Carrying } from './Carrying';
import { ClosedDays } from './ClosedDays';
import { DayPicker } from './DayPicker';
import { DayTimes } from './DayTimes';
import { DayWishes } from './DayWishes';
import { FormatMenu } from './FormatMenu';
import { classCount, ruleNumber, withDays, withRuleNumber, withShapes } from './draft';
import { FigureField, NumberField, SelectField, TextField } from '~/shared/ui/Fields';
import { forgetDraft, keepDraft, keptDraft } from './kept';
import { PlannedSetup } from './PlannedSetup';
import { GroupPicker } from './GroupPicker';
import { PresetPicker } from './PresetPicker';
import { RoomFields } from './RoomFields';
import { RuleSheet } from './RuleSheet';
import { WishFields } from './WishFields';
import type { Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { RETURN, RISE } from '~/shared/rules';
import { catalogueOptions, roomsOptions, useVocabulary } from '~/shared/http/vocabulary';
import { boardOptions } from '~/features/board';
import { ShapeMenu } from '~/features/shapes';
import { LEVELS } from '~/shared/format/levels';
import { Trouble, Waiting } from '~/shared/ui/States';

export function SetupPage() {
  const id = Number(useParams().id ?? 0);
  const stored = useQuery(setupOptions(id));
  const board = useQuery({ ...boardOptions(id), enabled: id > 0 });
  const catalogue = useQuery(catalogueOptions);
  const words = useVocabulary();
  const usual = catalogue.data?.presets[0];
  if (!words.ready && words.error) return <Trouble error={words.error} onRetry={words.retry} />;
  if (id && stored.error && !stored.data) return <Trouble error={stored.error} onRetry={() => void stored.refetch()} />;
  if ((id && !(stored.data && board.data)) || !usual || !words.ready) return <Waiting what="Fetching the set-up" />;
  return (
    <SetupForm
      key={id}
      id={id}
      version={stored.data?.version ?? 0}
      planned={Boolean(board.data?.classes.length)}
      findings={board.data?.findings ?? []}
      first={id && stored.data ? stored.data : keptDraft(new Date(), usual)}
    />
  );
}

interface FormProps {
  id: number;
  version: number;
  /** Whether the series has classes already, which then stay on their days. */
  planned: boolean;
  findings: Schemas['FindingModel'][];
  first: NewSeries;
}

function SetupForm({ id, version, planned, findings, first }: FormProps) {
  const [draft, setDraft] = useState<NewSeries>(first);
  const navigate = useNavigate();
  const rooms = useQuery(roomsOptions);
  const { data: catalogue } = useQuery(catalogueOptions);
  const save = useSaveAndPlan(id, version, (series, run) => {
    forgetDraft();
    void navigate(`/series/${series}/runs/${run}`);
  });
  const fields = save.error instanceof Problem ? save.error.fields : {};
  const put = (next: NewSeries) => {
    setDraft(next);
    // A reload must not lose what was typed.
    if (!id) keepDraft(next);
  };
  const set = (part: Partial<NewSeries>) => put({ ...draft, ...part });
  const count = classCount(draft);
  const form = (
    <Box
      as="form"
      maxW="5xl"
      mx={planned ? undefined : 'auto'}
      flex="1"
      minW="0"
      onSubmit={(event) => {
        event.preventDefault();
        if (!planned) save.mutate(draft);
      }}
    >
      <Heading as="h1" size="2xl" mb="1">
        {id ? 'Change the set-up' : 'Set up a series'}
      </Heading>
      <Text color="soft" mb="4">
        {planned
          ? 'Its classes stay on their days. What a change does to them is told beside it, before it is saved.'
          : 'Everything has a sensible start. Name it, check days and kit, plan.'}
      </Text>
      <Flex gap="4" mb="4" wrap="wrap" align="flex-start">
        <TextField label="Name" width="72" value={draft.name} error={fields.name} onChange={(name) => set({ name })} />
        <TextField
          label="First day"
          type="date"
          width="40"
          value={draft.start}
          error={fields.start}
          onChange={(start) => set({ start })}
        />
        <NumberField
          label="Weeks"
          width="20"
          value={draft.weeks}
          min={1}
          max={52}
          error={fields.weeks}
          onChange={(weeks) => set({ weeks })}
        />
        <NumberField
          label="Minutes"
          width="24"
          value={draft.minutes}
          min={20}
          max={90}
          error={fields.minutes}
          onChange={(minutes) => set({ minutes })}
        />
        <NumberField
          label="People"
          width="20"
          value={draft.heads}
          min={1}
          max={200}
          error={fields.heads}
          onChange={(heads) => set({ heads })}
        />
        <SelectField
          label="Level"
          width="36"
          value={String(draft.level)}
          options={LEVELS}
          onChange={(level) => set({ level: Number(level) })}
        />
      </Flex>
      <GroupPicker draft={draft} onDraft={put} />
      <PresetPicker draft={draft} onDraft={put} />
      <Flex gap="8" mb="4" align="flex-start" wrap="wrap">
        <Box>
          <DayPicker
            days={draft.weekdays}
            error={fields.weekdays}
            onDays={(weekdays) => put(withDays(draft, weekdays))}
          />
          <Box mt="2">
            <DayTimes
              label="When the classes begin"
              days={draft.weekdays}
              times={draft.times ?? {}}
              error={fields.times}
              onTimes={(times) => set({ times })}
            />
          </Box>
        </Box>
        {catalogue && (
          <>
            <FigureField
              label="Classes before a movement may return"
              width="64"
              figure={ruleNumber(catalogue.rules, draft, RETURN)}
              onChange={(gap) => put(withRuleNumber(draft, RETURN, gap))}
            />
            <FigureField
              label="Volume rises a week by (%)"
              width="48"
              figure={ruleNumber(catalogue.rules, draft, RISE)}
              onChange={(rise) => put(withRuleNumber(draft, RISE, rise))}
            />
          </>
        )}
      </Flex>
      <Box mb="4">
        <ClosedDays closed={draft.closed ?? []} error={fields.closed} onClosed={(closed) => set({ closed })} />
      </Box>
      <DayWishes draft={draft} error={fields.menus} onDraft={put} />
      <FormatMenu draft={draft} error={fields.formats} onDraft={put} />
      <ShapeMenu
        minutes={draft.minutes}
        level={draft.level}
        chosen={draft.shapes ?? []}
        error={fields.shapes ?? fields.shape_days}
        days={draft.weekdays}
        asked={draft.shape_days ?? {}}
        kept={draft.kept_days ?? []}
        onDays={set}
        onChosen={(shapes) => put(withShapes(draft, shapes))}
      />
      <Carrying draft={draft} onDraft={put} />
      <WishFields draft={draft} error={fields.wishes} onDraft={put} />
      <RoomFields
        room={draft.room}
        rooms={rooms.data ?? []}
        heads={draft.heads}
        error={fields.room}
        shared={draft.share_room}
        onShared={(share_room) => set({ share_room })}
        onRoom={(room) => set({ room })}
      />
      <RuleSheet draft={draft} onDraft={put} findings={findings} />
      {save.error && <Trouble error={save.error} />}
      <Flex align="center" gap="4" my="5">
        {!planned && (
          <Button type="submit" bg="action" color="onAction" loading={save.isPending} disabled={!draft.name.trim()}>
            Plan {count} classes
          </Button>
        )}
        <Text color="soft">
          {draft.name.trim() ? '' : 'Give it a name first. '}
          {catalogue?.safety.before}
        </Text>
      </Flex>
    </Box>
  );
  if (!planned) return form;
  return (
    <Flex gap="5" align="flex-start" direction={{ base: 'column-reverse', lg: 'row' }}>
      {form}
      <Box w={{ base: 'full', lg: '80' }} flexShrink="0" alignSelf="stretch">
        <PlannedSetup id={id} version={version} draft={draft} changed={draft !== first} />
      </Box>
    </Flex>
  );
}

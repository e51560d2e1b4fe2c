import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';

import { type NewSeries, type Then, trialOptions, usePlanBeside, useSavePlanned } from './api';
import { useLater } from '~/shared/useLater';
import { Consequences } from '~/features/consequences';
import { Trouble } from '~/shared/ui/States';

interface Props {
  id: number;
  version: number;
  draft: NewSeries;
  /** Whether anything differs from what is stored. */
  changed: boolean;
}

/** A figure is typed in so many milliseconds; the server is asked once it stands. */
const SETTLED = 400;

/** For a series that has classes: what the set-up as it stands here does to them, and what next. */
export function PlannedSetup({ id, version, draft, changed }: Props) {
  const settled = useLater(draft, SETTLED);
  const navigate = useNavigate();
  const tried = useQuery({
    ...trialOptions(id, version, settled),
    enabled: changed && settled === draft,
    placeholderData: keepPreviousData,
  });
  const save = useSavePlanned(id, version, (run) =>
    navigate(run === null ? `/series/${id}` : `/series/${id}/runs/${run}`),
  );
  const [label, setLabel] = useState('');
  const beside = usePlanBeside(id, () => navigate(`/series/${id}/what-ifs`));
  const act = (then: Then, words: string) => (
    <Button
      size="sm"
      variant="outline"
      disabled={!changed || save.isPending}
      loading={save.isPending && save.variables.then === then}
      onClick={() => save.mutate({ body: draft, then })}
    >
      {words}
    </Button>
  );
  return (
    <Box
      as="section"
      aria-label="What it does to the plan"
      position="sticky"
      top="2"
      bg="panel"
      border="1px solid"
      borderColor="line"
      p="3"
    >
      <Heading as="h2" size="md" mb="1">
        What it does to the plan
      </Heading>
      {!changed && <Text color="soft">Change something: what it does to the classes as they are is told here.</Text>}
      {changed && tried.error && <Trouble error={tried.error} />}
      {changed && !tried.error && (
        <Box opacity={tried.isPlaceholderData || settled !== draft ? 0.5 : 1}>
          {tried.data ? <Consequences told={tried.data} /> : <Text color="soft">Working it out …</Text>}
        </Box>
      )}
      <Flex direction="column" gap="2" mt="3" align="flex-start">
        {act('keep', 'Save it, and leave the classes as they are')}
        {act('repair', 'Save it, and repair with least change')}
        {act('anew', 'Save it, and plan all of it again')}
      </Flex>
      <Flex gap="2" mt="3" align="center">
        <Input
          size="xs"
          aria-label="What this change is called"
          maxLength={120}
          placeholder="Four days instead of three"
          value={label}
          onChange={(event) => setLabel(event.target.value)}
        />
        <Button
          size="sm"
          variant="outline"
          flexShrink="0"
          disabled={!changed || !label.trim()}
          loading={beside.isPending}
          onClick={() => beside.mutate({ label: label.trim(), setup: draft })}
        >
          Plan it beside
        </Button>
      </Flex>
      <Text fontSize="xs" color="soft" mt="1">
        Planned beside, the series stays as it is, and the two are held against each other.
      </Text>
      {(save.error ?? beside.error) && <Trouble error={save.error ?? (beside.error as Error)} />}
    </Box>
  );
}

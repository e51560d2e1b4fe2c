import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import type { NewSeries as Draft } from './api';
import { type Counted, presetOf, usualOf, withPreset } from './draft';
import { catalogueOptions } from '~/shared/http/vocabulary';

function usualWords(draft: Draft, usual: Counted): string {
  const parts = [
    usual.minutes === draft.minutes ? '' : `${usual.minutes} minutes`,
    usual.level === draft.level ? '' : `level ${usual.level}`,
    usual.room.kit === draft.room.kit ? '' : 'kit',
  ].filter(Boolean);
  return parts.join(', ').replace(/, ([^,]*)$/, ' and $1');
}

/** Ways of working to start from; each fills the rule sheet, and says in a sentence what it is. */
export function PresetPicker({ draft, onDraft }: { draft: Draft; onDraft: (draft: Draft) => void }) {
  const { data: catalogue } = useQuery(catalogueOptions);
  const presets = catalogue?.presets ?? [];
  const chosen = presetOf(draft, presets);
  // What was counted before a preset's own minutes, level and kit were taken.
  const [mine, setMine] = useState<Counted | null>(null);
  const usual = chosen && usualOf(draft, chosen);
  const choose = (next: Draft) => {
    setMine(null);
    onDraft(next);
  };
  return (
    <Box as="fieldset" mb="4" border="none">
      <Text as="legend" fontWeight="600" mb="1">
        Way of working
      </Text>
      <Flex gap="1" wrap="wrap">
        {presets.map((preset) => (
          <Button
            key={preset.id}
            size="sm"
            variant="outline"
            bg={preset.id === chosen?.id ? 'action' : 'panel'}
            color={preset.id === chosen?.id ? 'onAction' : 'ink'}
            aria-pressed={preset.id === chosen?.id}
            title={preset.sentence}
            onClick={() => choose(withPreset(mine ? { ...draft, ...mine } : draft, preset))}
          >
            {preset.name}
          </Button>
        ))}
      </Flex>
      <Text color="soft" mt="1">
        {chosen ? chosen.sentence : 'Your own rules, see below.'}
      </Text>
      {usual && !mine && (
        <Button
          size="xs"
          variant="outline"
          mt="1"
          onClick={() => {
            setMine({ minutes: draft.minutes, level: draft.level, room: draft.room });
            onDraft({ ...draft, ...usual });
          }}
        >
          Take its usual {usualWords(draft, usual)} as well
        </Button>
      )}
      {mine && (
        <Button size="xs" variant="outline" mt="1" onClick={() => choose({ ...draft, ...mine })}>
          Back to the minutes, level and kit that you counted
        </Button>
      )}
    </Box>
  );
}

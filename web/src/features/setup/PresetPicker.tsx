import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import type { NewSeries } from './api';
import { presetOf, withPreset } from './draft';
import { catalogueOptions } from '~/shared/http/vocabulary';

/** Ways of working to start from; each fills the rule sheet, and says in a sentence what it is. */
export function PresetPicker({ draft, onDraft }: { draft: NewSeries; onDraft: (draft: NewSeries) => void }) {
  const { data: catalogue } = useQuery(catalogueOptions);
  const presets = catalogue?.presets ?? [];
  const chosen = presetOf(draft, presets);
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
            onClick={() => onDraft(withPreset(draft, preset))}
          >
            {preset.name}
          </Button>
        ))}
      </Flex>
      <Text color="soft" mt="1">
        {chosen ? chosen.sentence : 'Your own rules, see below.'}
      </Text>
    </Box>
  );
}

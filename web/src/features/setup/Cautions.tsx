import { Box, Flex, Text } from '@chakra-ui/react';

import { toggled } from '~/shared/format/lists';
import type { Schemas } from '~/shared/http/client';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  label: string;
  all: Schemas['CautionModel'][];
  chosen: Schemas['Caution'][];
  onChosen: (chosen: Schemas['Caution'][]) => void;
}

/** Cautions to press on and off; each that is on says what it keeps out, what comes instead, when to ask. */
export function Cautions({ label, all, chosen, onChosen }: Props) {
  return (
    <Box flex="1" minW="0">
      <Flex role="group" aria-label={label} gap="1" wrap="wrap">
        {all.map(({ id, name }) => (
          <Toggle key={id} on={chosen.includes(id)} onToggle={() => onChosen(toggled(chosen, id))}>
            {name}
          </Toggle>
        ))}
      </Flex>
      {all
        .filter((caution) => chosen.includes(caution.id))
        .map((caution) => (
          <Text key={caution.id} fontSize="xs" mt="1">
            <b>{caution.name}.</b> {caution.keeps_out} {caution.instead} {caution.ask}
          </Text>
        ))}
    </Box>
  );
}

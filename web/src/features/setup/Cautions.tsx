import { Box, Button, Flex, Text } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';

interface Props {
  label: string;
  all: Schemas['CautionModel'][];
  chosen: Schemas['Caution'][];
  onChosen: (chosen: Schemas['Caution'][]) => void;
}

/** Cautions to press on and off; each that is on says what it keeps out, what comes instead, when to ask. */
export function Cautions({ label, all, chosen, onChosen }: Props) {
  const toggle = (id: Schemas['Caution']) =>
    onChosen(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  return (
    <Box flex="1" minW="0">
      <Flex role="group" aria-label={label} gap="1" wrap="wrap">
        {all.map((caution) => {
          const on = chosen.includes(caution.id);
          return (
            <Button
              key={caution.id}
              size="2xs"
              variant={on ? 'solid' : 'outline'}
              bg={on ? 'action' : 'panel'}
              color={on ? 'onAction' : 'ink'}
              aria-pressed={on}
              onClick={() => toggle(caution.id)}
            >
              {caution.name}
            </Button>
          );
        })}
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

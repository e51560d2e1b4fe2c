import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { differences } from './differences';
import type { ClassDocument } from './document';
import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';

interface Props {
  detail: Schemas['ClassDetail'];
  mine: ClassDocument;
  theirs: ClassDocument;
  onTop: () => void;
  onLeave: () => void;
}

/** The class was changed while it was being edited: who and what, and three ways to go on. */
export function Overtaken({ detail, mine, theirs, onTop, onLeave }: Props) {
  const movements = useMovements();
  const [compared, setCompared] = useState(false);
  const found = differences(mine, theirs, (id) => movements.get(id)?.name ?? id);
  const last = detail.undo
    ? `Last change of the series: ${detail.undo.label}${detail.undo.by ? `, by ${detail.undo.by}` : ''}. `
    : '';
  return (
    <Box role="alert" bg="lichenWash" borderLeft="4px solid" borderColor="lichenInk" p="3" mb="3">
      <Text fontWeight="600">This class was changed while you were editing it.</Text>
      <Text>{last}Your edit is still here, and nothing of it was put in.</Text>
      <Flex gap="2" mt="2" wrap="wrap">
        <Button size="xs" variant="outline" aria-expanded={compared} onClick={() => setCompared(!compared)}>
          Compare the two
        </Button>
        <Button size="xs" variant="outline" onClick={onTop}>
          Go on, mine goes on top
        </Button>
        <Button size="xs" variant="outline" onClick={onLeave}>
          Leave mine, start from theirs
        </Button>
      </Flex>
      {compared && (
        <Flex gap="6" mt="2" fontSize="xs">
          <Side title="Only in yours" lines={found.mine} />
          <Side title="Only in the class as it is now" lines={found.theirs} />
        </Flex>
      )}
    </Box>
  );
}

function Side({ title, lines }: { title: string; lines: string[] }) {
  return (
    <Box flex="1" minW="0">
      <Heading as="h2" size="xs">
        {title}
      </Heading>
      {lines.length === 0 && <Text color="soft">Nothing.</Text>}
      {lines.map((line, place) => (
        <Text key={place}>{line}</Text>
      ))}
    </Box>
  );
}

import { Button, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Block, partOf, PARTS } from '~/features/edit';
import { formatsOptions } from '~/shared/http/vocabulary';
import { Pick } from '~/shared/ui/Pick';

/** One more part at the end: what it is for, in the format that usually goes with it. */
export function AddPart({ onAdd }: { onAdd: (block: Block) => void }) {
  const [kind, setKind] = useState('warm-up');
  const { data: forms } = useQuery(formatsOptions);
  return (
    <Flex gap="2" my="3">
      <Pick label="Kind of part" width="40" value={kind} options={PARTS} onValue={setKind} />
      <Button size="xs" variant="outline" disabled={!forms} onClick={() => forms && onAdd(partOf(kind, forms))}>
        Add a part
      </Button>
    </Flex>
  );
}

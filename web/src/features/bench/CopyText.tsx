import { Button } from '@chakra-ui/react';
import { useState } from 'react';

import { blockTitle } from '~/shared/format/blocks';
import type { Schemas } from '~/shared/http/client';
import { type Movements } from '~/shared/http/made';
import { useMovements } from '~/shared/http/vocabulary';

/** The class as lines that people read, and that "Paste a class" reads in another series. */
export function CopyText({ detail }: { detail: Schemas['ClassDetail'] }) {
  const movements = useMovements();
  const [done, setDone] = useState('');
  const copy = () => {
    navigator.clipboard.writeText(linesOf(detail, movements)).then(
      () => setDone('Copied'),
      () => setDone('The browser does not let it be copied'),
    );
  };
  return (
    <Button size="xs" variant="outline" onClick={copy} aria-live="polite">
      {done || 'Copy it as text'}
    </Button>
  );
}

function linesOf(detail: Schemas['ClassDetail'], movements: Movements): string {
  const lines = detail.blocks.flatMap((block) => [
    `${blockTitle(block)}: ${block.summary}`,
    ...block.items.map((item) => `${movements.get(item.movement)?.name ?? item.movement} ${item.dose}`),
  ]);
  return [...lines, ''].join('\n');
}

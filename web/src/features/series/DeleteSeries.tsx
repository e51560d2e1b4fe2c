import { Button, IconButton, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';

import { isOpen, type Series, useBin } from './api';
import { Asking } from '~/shared/ui/Asking';
import { Trouble } from '~/shared/ui/States';

/** Ask, then put a series into the bin. */
export function DeleteSeries({ series }: { series: Series }) {
  const [asking, setAsking] = useState(false);
  const { remove } = useBin();
  return (
    <>
      <IconButton
        ml="auto"
        size="xs"
        variant="ghost"
        aria-label={`Delete ${series.name}`}
        title={`Delete ${series.name}`}
        disabled={isOpen(series)}
        onClick={() => setAsking(true)}
      >
        <Trash2 />
      </IconButton>
      {asking && (
        <Asking title={`Delete ${series.name}?`} leave="Keep it" onLeave={() => setAsking(false)}>
          <Text>
            It goes into the bin with its {series.classes} {series.classes === 1 ? 'class' : 'classes'} and can be
            brought back from there for 30 days. What was recorded of its sessions is kept for good.
          </Text>
          {remove.error && <Trouble error={remove.error} />}
          <Button
            size="sm"
            bg="action"
            color="onAction"
            loading={remove.isPending}
            onClick={() => remove.mutate(series.id, { onSuccess: () => setAsking(false) })}
          >
            Delete it
          </Button>
        </Asking>
      )}
    </>
  );
}

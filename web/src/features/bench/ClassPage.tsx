import { Box, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';

import { classOptions, useClassWrites } from './api';
import { BlockList } from './BlockList';
import { ClassHead } from './ClassHead';
import { ClassSummary } from './ClassSummary';
import { GoneClass } from './GoneClass';
import { MovementPanel } from './MovementPanel';
import { Tape } from './Tape';
import type { Schemas } from '~/shared/http/client';
import { Beside } from '~/features/live';
import { dayLabel } from '~/shared/format/time';
import { Problem } from '~/shared/http/problem';
import { useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

export function ClassPage() {
  const params = useParams();
  const series = Number(params.id);
  const slot = Number(params.slot);
  const detail = useQuery(classOptions(series, slot));
  const words = useVocabulary();
  const error = detail.error ?? words.error;
  const there = detail.data && words.ready;
  if (detail.error instanceof Problem && detail.error.status === 404) return <GoneClass series={series} />;
  if (!there && error) return <Trouble error={error} onRetry={() => void detail.refetch()} />;
  if (!detail.data || !words.ready) return <Waiting what="Opening the class" />;
  return <Bench key={slot} detail={detail.data} />;
}

function Bench({ detail }: { detail: Schemas['ClassDetail'] }) {
  const [selected, setSelected] = useState<{ block: number; place: number } | null>(null);
  const writes = useClassWrites(detail.series, detail.slot, detail.version);
  const busy = writes.swap.isPending || writes.lock.isPending || writes.lockBlock.isPending || writes.refill.isPending;
  const error = writes.swap.error ?? writes.lock.error ?? writes.lockBlock.error ?? writes.refill.error;
  const item = selected && detail.blocks[selected.block]?.items[selected.place];
  const select = (block: number, place: number) => setSelected({ block, place });
  return (
    <Box>
      <Beside
        series={detail.series}
        place={dayLabel(7 * detail.week + detail.weekday).toLowerCase()}
        version={detail.version}
      />
      <ClassHead
        detail={detail}
        busy={busy}
        onLock={(locked) => writes.lock.mutate(locked)}
        onRefill={() => writes.refill.mutate(null)}
      />
      {error && <Trouble error={error} />}
      <Tape detail={detail} selected={selected} onSelect={select} />
      <Flex gap="5" mt="3" align="flex-start" direction={{ base: 'column', lg: 'row' }}>
        <Box flex="1" minW="0" w="full">
          {detail.spared.length > 0 && (
            <Text fontSize="sm" mb="1">
              <b>Spared in this class:</b> {detail.spared.join('; ')}.
            </Text>
          )}
          {detail.sharing.map((line) => (
            <Text key={line} fontSize="sm" color="lichenInk">
              {line}
            </Text>
          ))}
          <BlockList
            detail={detail}
            selected={selected}
            busy={busy || detail.locked}
            onSelect={select}
            onLock={(block, locked) => writes.lockBlock.mutate({ block, locked })}
            onRefill={(block) => writes.refill.mutate([block])}
          />
        </Box>
        <Box
          as="aside"
          aria-label="Details"
          w={{ base: 'full', lg: '96' }}
          flexShrink="0"
          bg="panel"
          border="1px solid"
          borderColor="line"
          p="3"
        >
          {selected && item ? (
            <MovementPanel
              key={item.movement}
              detail={detail}
              block={selected.block}
              item={item}
              busy={busy}
              onSwap={(movement) => writes.swap.mutate({ ...selected, movement })}
            />
          ) : (
            <ClassSummary detail={detail} />
          )}
        </Box>
      </Flex>
    </Box>
  );
}

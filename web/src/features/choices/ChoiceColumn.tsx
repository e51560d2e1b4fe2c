import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';

import { blockTitle } from '~/shared/format/blocks';
import type { Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';
import { useMovements } from '~/shared/http/vocabulary';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  choice: Schemas['ChoiceModel'];
  slotSeconds: number;
  title: string;
  takeLabel?: string;
  busy?: boolean;
  onTake?: () => void;
}

/** One way to make the class: its parts with their movements, and what the rules say of it. */
export function ChoiceColumn({ choice, slotSeconds, title, takeLabel, busy = false, onTake }: Props) {
  const movements = useMovements();
  const news = new Set(choice.new_movements);
  const work = choice.blocks.filter((block) => block.purpose === 'work');
  const over = choice.real_seconds > slotSeconds;
  return (
    <Flex
      as="section"
      aria-label={takeLabel ?? title}
      direction="column"
      flex="1"
      minW="64"
      maxW="lg"
      bg={onTake ? 'panel' : 'transparent'}
      border="1px solid"
      borderColor="line"
      p="3"
    >
      <Text fontSize="xs" color="soft">
        {title}
      </Text>
      <Heading as="h2" size="md" lineHeight="1.2">
        {choice.name}
      </Heading>
      <Flex align="center" gap="2" mt="1" minH="6">
        <Text fontFamily="mono" fontSize="xs" color={over ? 'rowanInk' : 'soft'}>
          {clock(choice.real_seconds)} of {clock(slotSeconds)}
        </Text>
        <KitIcons kit={choice.kit} />
      </Flex>
      {onTake && (
        <>
          <Text fontSize="sm" mt="1" color={choice.as_good ? 'fernInk' : 'rowanInk'}>
            {choice.verdict}
          </Text>
          <Button
            size="sm"
            mt="2"
            variant={choice.as_good ? 'solid' : 'outline'}
            bg={choice.as_good ? 'action' : undefined}
            color={choice.as_good ? 'onAction' : undefined}
            disabled={busy}
            onClick={onTake}
            aria-label={takeLabel}
          >
            Take this one
          </Button>
        </>
      )}
      {work.map((block) => (
        <Box key={block.index} mt="3">
          <Text fontWeight="700" fontSize="sm" borderBottom="1px solid" borderColor="line">
            {blockTitle(block)}
          </Text>
          <Text color="soft" fontSize="xs">
            {block.summary}
          </Text>
          {block.items.map((item) => (
            <Text key={item.place} fontSize="sm" fontWeight={news.has(item.movement) ? '700' : '400'} lineHeight="1.45">
              {movements.get(item.movement)?.name ?? item.movement}{' '}
              <Text as="span" fontFamily="mono" fontSize="xs" color="soft" fontWeight="400">
                {item.dose}
              </Text>
            </Text>
          ))}
        </Box>
      ))}
      <Changes title="Breaks" lines={choice.breaks} color="rowanInk" />
      <Changes title="Misses" lines={choice.misses} color="ink" />
      <Changes title="Mends" lines={choice.mends} color="fernInk" />
    </Flex>
  );
}

function Changes({ title, lines, color }: { title: string; lines: string[]; color: string }) {
  if (!lines.length) return null;
  return (
    <Box mt="3">
      <Text fontWeight="700" fontSize="xs" color={color}>
        {title}
      </Text>
      {lines.map((line) => (
        <Text key={line} fontSize="xs" lineHeight="1.35">
          {line}
        </Text>
      ))}
    </Box>
  );
}

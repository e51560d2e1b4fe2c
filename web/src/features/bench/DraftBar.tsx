import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useEffect } from 'react';

import type { Desk } from './useDesk';
import { costWords, mustWords } from '~/features/consequences';
import { Overtaken, type ClassDocument, withoutIds } from '~/features/edit';
import { Trouble } from '~/shared/ui/States';
import { Problem } from '~/shared/http/problem';

interface Props {
  desk: Desk;
  current: ClassDocument;
}

/** What was typed and is not in the class yet: put it in, step back, or leave it. Ctrl+Enter puts it in. */
export function DraftBar({ desk, current }: Props) {
  const { draft, put, dirty, stored } = desk;
  const overtaken = draft.overtaken && !put.isPending;
  const ready = dirty && !overtaken && !stored.locked && !put.isPending;
  useEffect(() => {
    function press(event: KeyboardEvent) {
      if (!ready || !(event.ctrlKey || event.metaKey) || event.key !== 'Enter') return;
      event.preventDefault();
      desk.putIn();
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  if (!dirty) return draft.onward || draft.back ? <Again desk={desk} /> : null;
  const goOn = (how: () => void) => {
    put.reset();
    how();
  };
  return (
    <Box
      as="section"
      aria-label="Your edit"
      data-over-foot
      position="fixed"
      bottom="0"
      left="0"
      right="0"
      zIndex="2"
      maxH="60vh"
      overflowY="auto"
      bg="lichenWash"
      borderTop="2px solid"
      borderColor="lichenInk"
      px="5"
      py="2"
    >
      {put.error && !overtaken && <Trouble error={put.error} />}
      {overtaken && (
        <Overtaken
          detail={stored}
          mine={withoutIds(desk.design)}
          theirs={current}
          onTop={() => goOn(draft.onTop)}
          onLeave={() => goOn(draft.startAnew)}
        />
      )}
      <Flex align="center" gap="2" wrap="wrap">
        <Text role="status" fontSize="sm" flex="1" minW="48">
          <b>Not put in yet.</b> {stateOf(desk)}
        </Text>
        <Button size="xs" variant="outline" disabled={!draft.back} onClick={() => draft.back?.()}>
          Step back
        </Button>
        <Button size="xs" variant="outline" disabled={!draft.onward} onClick={() => draft.onward?.()}>
          Onward
        </Button>
        <Button size="xs" variant="outline" onClick={() => goOn(draft.startAnew)}>
          Leave the class as it was
        </Button>
        <Button
          size="xs"
          bg="action"
          color="onAction"
          loading={put.isPending}
          disabled={!ready}
          title="Ctrl and Enter"
          onClick={desk.putIn}
        >
          Put it in
        </Button>
      </Flex>
    </Box>
  );
}

/** Nothing is open, but what was left can be brought back. */
function Again({ desk: { draft } }: { desk: Desk }) {
  return (
    <Flex gap="2" mb="2" align="center">
      <Text fontSize="xs" color="soft" role="status">
        The class is as it was.
      </Text>
      {draft.back && (
        <Button size="2xs" variant="outline" onClick={draft.back}>
          Bring my edit back
        </Button>
      )}
      {draft.onward && (
        <Button size="2xs" variant="outline" onClick={draft.onward}>
          Onward
        </Button>
      )}
    </Flex>
  );
}

/** What is to be known of the edit in a line. */
function stateOf(desk: Desk): string {
  if (desk.stored.locked) return 'The class is locked: unlock it first.';
  if (desk.error instanceof Problem && desk.error.status === 422)
    return `It cannot run like this: ${desk.error.message} ${whereOf(desk.error)}`;
  if (desk.error) return 'What it does cannot be worked out just now.';
  if (desk.checking) return 'Working out what it does …';
  const left = desk.left.length ? ` Left out, since nothing is in it: ${desk.left.join(', ')}.` : '';
  return `${desk.told ? `${mustWords(desk.told)} ${costWords(desk.told)}` : 'Kept in this browser until then.'}${left}`;
}

/** The part and the movement that an error is about, in words. */
function whereOf(error: Error): string {
  const place = error instanceof Problem ? (Object.keys(error.fields)[0] ?? '') : '';
  const found = /^blocks\[(\d+)\](?:\.items\[(\d+)\])?/.exec(place);
  if (!found) return '';
  const part = `part ${Number(found[1]) + 1}`;
  return found[2] === undefined ? `(${part})` : `(${part}, movement ${Number(found[2]) + 1})`;
}

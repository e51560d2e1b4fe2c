import { chakra, Text } from '@chakra-ui/react';

import type { Desk } from './useDesk';

/** What whoever teaches the class should know, a line each; typed like the rest of the class. */
export function ClassNote({ desk, may }: { desk: Desk; may: boolean }) {
  const note = typeof desk.design.note === 'string' ? desk.design.note : '';
  if (!may)
    return note ? (
      <Text fontSize="sm" whiteSpace="pre-line" mb="2">
        {note}
      </Text>
    ) : null;
  return (
    <chakra.textarea
      aria-label="Note for whoever teaches it"
      placeholder="Note for whoever teaches it"
      rows={Math.max(1, note.split('\n').length)}
      w="full"
      px="2"
      py="1"
      mb="2"
      fontSize="sm"
      bg={note ? 'panel' : 'transparent'}
      border="1px solid"
      borderColor="line"
      resize="vertical"
      css={{ fieldSizing: 'content' }}
      disabled={desk.stored.locked}
      value={note}
      onChange={(event) => desk.set({ ...desk.design, note: event.target.value || undefined })}
    />
  );
}

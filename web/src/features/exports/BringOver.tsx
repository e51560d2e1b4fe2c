import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';

import { Consequences } from '~/features/consequences';
import { data, http } from '~/shared/http/client';
import { seriesOf } from '~/shared/http/jsonText';
import { lookAnew } from '~/shared/http/settled';
import { Trouble } from '~/shared/ui/States';

/** A series that was changed elsewhere comes back: what it does here is told first, and undo takes it back. */
export function BringOver({ id, version }: { id: number; version: number }) {
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [document, setDocument] = useState<Record<string, unknown> | null>(null);
  const params = { path: { series_id: id } };
  const look = useMutation({
    mutationFn: async (picked: File) => {
      const found = seriesOf(await picked.text());
      const body = { version, document: found };
      const told = await data(http.POST('/api/series/{series_id}/document/trial', { params, body }));
      setDocument(found);
      return told;
    },
  });
  const put = useMutation({
    mutationFn: (found: Record<string, unknown>) =>
      data(http.PUT('/api/series/{series_id}/document', { params, body: { version, document: found } })),
    onSuccess: () => setDocument(null),
    onSettled: lookAnew(client, ['series', id]),
  });
  const error = look.error ?? put.error;
  return (
    <Box as="section" aria-label="Bring it back" mt="5">
      <Heading as="h2" size="md">
        Bring it back
      </Heading>
      <Text color="soft">
        A series that was changed elsewhere, in the same JSON. What it does here is told before it is put in.
      </Text>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Series document to put in its place"
        onChange={(event) => {
          const picked = event.target.files?.[0];
          if (picked) look.mutate(picked);
          event.target.value = '';
        }}
      />
      <Button size="sm" variant="outline" mt="2" loading={look.isPending} onClick={() => file.current?.click()}>
        Choose the file
      </Button>
      {error && <Trouble error={error} />}
      {document && look.data && (
        <Box mt="2" p="3" bg="panel" border="1px solid" borderColor="line">
          <Consequences told={look.data} />
          <Flex gap="2" mt="2">
            <Button size="sm" bg="action" color="onAction" loading={put.isPending} onClick={() => put.mutate(document)}>
              Put it in its place
            </Button>
            <Button size="sm" variant="outline" onClick={() => setDocument(null)}>
              Leave the series as it is
            </Button>
          </Flex>
        </Box>
      )}
      {put.isSuccess && !document && (
        <Text role="status" color="fernInk" mt="1">
          It is in its place. Undo on the board takes it back.
        </Text>
      )}
    </Box>
  );
}

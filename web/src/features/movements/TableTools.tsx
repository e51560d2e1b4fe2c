import { Button, Flex, Link, Text } from '@chakra-ui/react';
import { useRef } from 'react';

import { useMovementWrites } from './api';
import { useIsDirector } from '~/features/signin';
import { Problem } from '~/shared/http/problem';

/** The library as a table: out, and in again with every fault named by line and column. */
export function TableTools() {
  const director = useIsDirector();
  const { bring } = useMovementWrites();
  const file = useRef<HTMLInputElement>(null);
  const faults = bring.error instanceof Problem ? Object.entries(bring.error.fields) : [];
  return (
    <Flex align="center" gap="2" wrap="wrap" justify="flex-end">
      {bring.data && (
        <Text color="fernInk" role="status">
          {bring.data.added} added, {bring.data.changed} changed.
        </Text>
      )}
      {bring.error && (
        <Text color="rowanInk" role="alert" maxW="30rem">
          {faults[0] ? `${faults[0][0]}: ${faults[0][1]}` : bring.error.message}
          {faults.length > 1 ? ` And ${faults.length - 1} more.` : ''} Nothing was taken in.
        </Text>
      )}
      <Link href="/api/movements/table" download="movements.csv" color="soft" textDecoration="underline">
        Download as table
      </Link>
      {director && (
        <>
          <input
            ref={file}
            type="file"
            accept=".csv,text/csv"
            hidden
            aria-label="Table of movements"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (chosen) void chosen.text().then((text) => bring.mutate(text));
              event.target.value = '';
            }}
          />
          <Button size="sm" variant="outline" loading={bring.isPending} onClick={() => file.current?.click()}>
            Bring a table
          </Button>
        </>
      )}
    </Flex>
  );
}

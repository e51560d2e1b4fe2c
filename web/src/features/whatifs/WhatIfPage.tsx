import { Box, Button, chakra, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink, useParams, useSearchParams } from 'react-router';

import { useWhatIfWrites, whatIfsOptions } from './api';
import { Comparison } from './Comparison';
import { readyWhatIfs } from './ready';
import { WhatIfRow } from './WhatIfRow';
import { boardOptions } from '~/features/board';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** Several changes of the set-up, planned beside a series and held against it. */
export function WhatIfPage() {
  const id = Number(useParams().id);
  const board = useQuery(boardOptions(id));
  const catalogue = useQuery(catalogueOptions);
  const list = useQuery(whatIfsOptions(id));
  const error = board.error ?? catalogue.error ?? list.error;
  if (error && !(board.data && catalogue.data && list.data)) return <Trouble error={error} />;
  if (!board.data || !catalogue.data || !list.data) return <Waiting what="Opening the what-ifs" />;
  return <WhatIfs board={board.data} presets={catalogue.data.presets} list={list.data} />;
}

interface Props {
  board: Schemas['Board'];
  presets: Schemas['PresetModel'][];
  list: Schemas['WhatIfModel'][];
}

function WhatIfs({ board, presets, list }: Props) {
  const director = useIsDirector();
  const ready = readyWhatIfs(board, presets);
  const [chosen, setChosen] = useState<number[]>([]);
  const asked = Number(useSearchParams()[0].get('with')) || null;
  const [compared, setCompared] = useState<number | null>(asked);
  const { begin, forget, adopt, putIn } = useWhatIfWrites(board.id);
  const failed = begin.error ?? forget.error ?? adopt.error ?? putIn.error;
  const toggle = (place: number) =>
    setChosen(chosen.includes(place) ? chosen.filter((other) => other !== place) : [...chosen, place]);
  const start = () =>
    begin.mutate(
      ready.filter((_, place) => chosen.includes(place)),
      { onSuccess: () => setChosen([]) },
    );
  return (
    <Box maxW="6xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to={`/series/${board.id}`}>Back to the board</RouterLink>
      </Link>
      <Heading as="h1" size="2xl">
        What if {board.name} were otherwise?
      </Heading>
      <Text color="soft" mb="3">
        Each is planned beside the series, which stays as it is. Hold them against it, and make the one you like a
        series of its own, or put it in the place of this one. What you change yourself is planned beside it from the{' '}
        <Link asChild textDecoration="underline">
          <RouterLink to={`/series/${board.id}/setup`}>set-up</RouterLink>
        </Link>
        .
      </Text>
      {director && (
        <Box as="fieldset" mb="4">
          <chakra.legend fontWeight="600">Choose what to try</chakra.legend>
          <Box display="grid" gridTemplateColumns="1fr 1fr 1fr" columnGap="4">
            {ready.map((entry, place) => (
              <chakra.label key={entry.label} display="flex" gap="2" py="1" cursor="pointer">
                <input type="checkbox" checked={chosen.includes(place)} onChange={() => toggle(place)} /> {entry.label}
              </chakra.label>
            ))}
          </Box>
          <Button
            mt="2"
            size="sm"
            bg="action"
            color="onAction"
            disabled={!chosen.length}
            loading={begin.isPending}
            onClick={start}
          >
            Plan {chosen.length || 'what is chosen'}
          </Button>
        </Box>
      )}
      {failed && <Trouble error={failed} />}
      <Flex gap="6" align="flex-start">
        <Box flex="1" minW="0">
          {list.length === 0 && <Text color="soft">Nothing was tried yet.</Text>}
          {list.map((entry) => (
            <WhatIfRow
              key={entry.run}
              entry={entry}
              chosen={compared === entry.run}
              onCompare={() => setCompared(compared === entry.run ? null : entry.run)}
              onForget={() => forget.mutate(entry.run)}
              onAdopt={() => adopt.mutate(entry.run)}
              onPutIn={() => putIn.mutate({ run: entry.run, version: board.version })}
              put={putIn.isSuccess && putIn.variables.run === entry.run}
              adopted={adopt.variables === entry.run && adopt.data ? adopt.data.id : null}
            />
          ))}
        </Box>
        {compared !== null && (compared === asked || list.some((entry) => entry.run === compared)) && (
          <Comparison series={board.id} run={compared} />
        )}
      </Flex>
    </Box>
  );
}

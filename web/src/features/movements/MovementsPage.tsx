import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { useNavigate, useParams } from 'react-router';

import { searchOptions } from './api';
import { FilterBar } from './FilterBar';
import { byFamily, matching, NOTHING } from './filter';
import { MovementDetail } from './MovementDetail';
import { MovementForm } from './MovementForm';
import { MovementList } from './MovementList';
import { TableTools } from './TableTools';
import { useIsDirector } from '~/features/signin';
import { movementsOptions, useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** The library: found by family, muscle, kit, position or joint; one movement beside it. */
export function MovementsPage() {
  const list = useQuery(movementsOptions);
  const words = useVocabulary();
  const [filter, setFilter] = useState(NOTHING);
  const [editing, setEditing] = useState<string | null | undefined>();
  const search = useQuery(searchOptions(useDeferredValue(filter.text)));
  const navigate = useNavigate();
  const director = useIsDirector();
  const chosen = useParams().movement;
  if (!words.ready && words.error) return <Trouble error={words.error} onRetry={words.retry} />;
  if (!list.data || !words.ready) return <Waiting what="Opening the library" />;
  const library = new Map(list.data.map((movement) => [movement.id, movement]));
  const hits = new Map(filter.text ? search.data?.map((hit) => [hit.movement, hit.words]) : []);
  const found = matching(list.data, filter, hits);
  const movement = (chosen && library.get(chosen)) || found[0];
  const open = (id: string) => {
    setEditing(undefined);
    void navigate(`/movements/${id}`);
  };
  return (
    <Box>
      <Flex align="center" gap="3" mb="2" wrap="wrap">
        <Heading as="h1" size="xl">
          Movements
        </Heading>
        <Text color="soft">
          {found.length} of {list.data.length}
        </Text>
        <Flex ml="auto" gap="2" align="center" wrap="wrap" justify="flex-end">
          <TableTools />
          {director && (
            <Button size="sm" variant="outline" onClick={() => setEditing(null)}>
              New movement
            </Button>
          )}
        </Flex>
      </Flex>
      <FilterBar filter={filter} movements={list.data} onFilter={setFilter} />
      <Flex gap="5" align={{ base: 'stretch', md: 'flex-start' }} mt="3" direction={{ base: 'column', md: 'row' }}>
        <MovementList groups={byFamily(found)} chosen={movement?.id} text={filter.text} hits={hits} onChoose={open} />
        <Box flex="1" minW="0" as="section" aria-label="Movement">
          {editing !== undefined && (
            <MovementForm
              key={editing ?? 'new'}
              id={editing}
              onDone={(id) => (id ? open(id) : setEditing(undefined))}
            />
          )}
          {editing === undefined && movement && (
            <MovementDetail
              key={movement.id}
              movement={movement}
              library={library}
              onOpen={open}
              onEdit={() => setEditing(movement.id)}
            />
          )}
          {editing === undefined && !movement && (
            <Text color="soft">Nothing fits all of these. Take one of the filters off.</Text>
          )}
        </Box>
      </Flex>
    </Box>
  );
}

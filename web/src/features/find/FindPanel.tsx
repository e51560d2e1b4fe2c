import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { keepPreviousData, queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useId, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';

import { commandsAt, matching } from './commands';
import { useIsDirector } from '~/features/signin';
import { data, http } from '~/shared/http/client';
import { useModal } from '~/shared/ui/useModal';
import { useLater } from '~/shared/useLater';

const SETTLED = 120;
/** So many ways to go are shown while nothing was typed, and so many beside what was found. */
const MOST = 14;

interface Line {
  name: string;
  about: string;
  to: string;
}

function foundOptions(words: string) {
  return queryOptions({
    queryKey: ['find', words],
    queryFn: () => data(http.GET('/api/find', { params: { query: { words } } })),
    enabled: words.length > 1,
  });
}

const KINDS = { series: 'series', class: 'class', movement: 'movement' };

/** One field over the page: what is typed finds places to go, series, classes and movements. */
export function FindPanel({ onLeave, onKeys }: { onLeave: () => void; onKeys: () => void }) {
  const modal = useModal(onLeave);
  const list = useId();
  const director = useIsDirector();
  const address = useLocation().pathname;
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const client = useQueryClient();
  const asked = useLater(typed.trim(), SETTLED);
  const found = useQuery({ ...foundOptions(asked), placeholderData: keepPreviousData });
  const behind = typed.trim().length > 1 && (asked !== typed.trim() || found.isFetching);
  const ways = matching(commandsAt(address, director), typed).slice(0, MOST);
  const hits = typed.trim().length > 1 ? (found.data ?? []) : [];
  const lines: Line[] = [...ways, ...hits.map((hit) => ({ ...hit, about: `${KINDS[hit.kind]}; ${hit.about}` }))];
  const chosen = Math.min(at, lines.length - 1);
  const go = (line: Line | undefined) => {
    if (!line) return;
    onLeave();
    void navigate(line.to);
  };
  // Enter before the answer has come goes where the answer leads, never to what was found for less.
  const enter = async () => {
    if (!behind || ways.length) return go(lines[chosen]);
    const [first] = await client.fetchQuery(foundOptions(typed.trim()));
    go(first);
  };
  const press = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by) setAt((chosen + by + lines.length) % Math.max(1, lines.length));
    else if (event.key === 'Enter') void enter();
    else return;
    event.preventDefault();
  };
  return (
    <Box
      asChild
      mx="auto"
      mt="16"
      p="3"
      w="min(36rem, calc(100vw - 2rem))"
      color="ink"
      bg="panel"
      border="1px solid"
      borderColor="strong"
      _backdrop={{ bg: 'blackAlpha.600' }}
    >
      <dialog
        {...modal}
        aria-label="Find, and go there"
        onClick={(event) => event.target === event.currentTarget && onLeave()}
      >
        <Input
          autoFocus
          role="combobox"
          aria-label="What to find"
          aria-expanded
          aria-controls={list}
          aria-activedescendant={lines.length ? `${list}-${chosen}` : undefined}
          placeholder="A page, a series, a class, a movement"
          value={typed}
          maxLength={80}
          onChange={(event) => {
            setTyped(event.target.value);
            setAt(0);
          }}
          onKeyDown={press}
        />
        <Box id={list} role="listbox" aria-label="Found" mt="2" maxH="60vh" overflowY="auto">
          {lines.map((line, number) => (
            <Flex
              key={line.to + line.name}
              id={`${list}-${number}`}
              role="option"
              aria-selected={number === chosen}
              gap="3"
              px="2"
              py="1"
              cursor="pointer"
              bg={number === chosen ? 'fernWash' : undefined}
              onMouseMove={() => setAt(number)}
              onClick={() => go(line)}
            >
              <Text fontWeight="600">{line.name}</Text>
              <Text ml="auto" color="soft" fontSize="xs" textAlign="right">
                {line.about}
              </Text>
            </Flex>
          ))}
        </Box>
        {lines.length === 0 && (
          <Text color="soft" px="2" role="status">
            {behind ? 'Looking …' : 'Nothing of that name.'}
          </Text>
        )}
        <Button size="2xs" variant="ghost" mt="2" onClick={onKeys}>
          All keys (?)
        </Button>
      </dialog>
    </Box>
  );
}

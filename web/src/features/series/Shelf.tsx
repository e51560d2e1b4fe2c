import { Button, chakra, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';

import { type Series, useShelf } from './api';
import { Trouble } from '~/shared/ui/States';

type Open = 'tags' | 'again' | null;

/** Tags, the archive, and the same series begun again, below a card. */
export function Shelf({ series }: { series: Series }) {
  const { shelve } = useShelf();
  const [open, setOpen] = useState<Open>(null);
  const [text, setText] = useState(series.tags.join(', '));
  const turn = (what: Open) => setOpen(open === what ? null : what);
  const keep = (archived: boolean) => {
    const tags = text.split(',').map((tag) => tag.trim().slice(0, 40));
    shelve.mutate({ id: series.id, tags: tags.filter(Boolean), archived }, { onSuccess: () => setOpen(null) });
  };
  return (
    <>
      <Flex gap="2" mt="2" align="center" wrap="wrap" fontSize="xs">
        {series.tags.length > 0 && <Text color="harebellInk">{series.tags.join(', ')}</Text>}
        <Button size="2xs" variant="ghost" aria-expanded={open === 'tags'} onClick={() => turn('tags')}>
          Tags
        </Button>
        <Button size="2xs" variant="ghost" aria-expanded={open === 'again'} onClick={() => turn('again')}>
          Begin it again
        </Button>
        <Button size="2xs" variant="ghost" disabled={shelve.isPending} onClick={() => keep(!series.archived)}>
          {series.archived ? 'Out of the archive' : 'Into the archive'}
        </Button>
      </Flex>
      {open === 'tags' && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            keep(series.archived);
          }}
        >
          <Flex gap="2" mt="1">
            <Input
              size="xs"
              w="72"
              autoFocus
              aria-label={`Tags of ${series.name}`}
              placeholder="winter, hall"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
            <Button type="submit" size="xs" variant="outline" loading={shelve.isPending}>
              Keep the tags
            </Button>
          </Flex>
        </form>
      )}
      {open === 'again' && <Again series={series} />}
      {shelve.error && <Trouble error={shelve.error} />}
    </>
  );
}

/** The Monday after a series has ended. */
function after(series: Series): string {
  const start = new Date(`${series.start}T00:00:00Z`);
  const monday = start.getUTCDate() - ((start.getUTCDay() + 6) % 7) + 7 * series.weeks;
  start.setUTCDate(monday);
  return start.toISOString().slice(0, 10);
}

function Again({ series }: { series: Series }) {
  const { again } = useShelf();
  const navigate = useNavigate();
  const [name, setName] = useState(`${series.name}, again`.slice(0, 120));
  const [start, setStart] = useState(after(series));
  const [classes, setClasses] = useState(false);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        again.mutate(
          { id: series.id, name, start, classes },
          { onSuccess: (made) => void navigate(`/series/${made.id}`) },
        );
      }}
    >
      <Flex gap="2" mt="1" wrap="wrap" align="center">
        <Input
          size="xs"
          w="72"
          autoFocus
          aria-label="Name of the new season"
          required
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Input
          size="xs"
          w="36"
          type="date"
          aria-label="Begins on"
          required
          value={start}
          onChange={(event) => setStart(event.target.value)}
        />
        <chakra.label display="flex" gap="1" alignItems="center" fontSize="xs">
          <input type="checkbox" checked={classes} onChange={(event) => setClasses(event.target.checked)} />
          with its classes
        </chakra.label>
        <Button type="submit" size="xs" bg="action" color="onAction" loading={again.isPending}>
          Begin the season
        </Button>
      </Flex>
      <Text fontSize="xs" color="soft" mt="1">
        {classes
          ? 'The same classes on the new dates.'
          : 'The same set-up, to be planned anew; movements of this season are known then.'}{' '}
        The pace that was learned goes along; closed days do not.
      </Text>
      {again.error && <Trouble error={again.error} />}
    </form>
  );
}

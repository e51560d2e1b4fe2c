import { Box, Button, Code, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link as RouterLink, useParams } from 'react-router';

import { BringOver } from './BringOver';
import { boardOptions } from '~/features/board';
import { useIsDirector } from '~/features/signin';
import { data, http } from '~/shared/http/client';
import { lookAnew } from '~/shared/http/settled';
import { shownOnce } from '~/shared/http/shownOnce';
import { moment } from '~/shared/format/time';
import { Trouble, Waiting } from '~/shared/ui/States';

function linksOptions(id: number) {
  return queryOptions({
    queryKey: ['series', id, 'calendar-links'],
    queryFn: () => data(http.GET('/api/series/{series_id}/calendar-links', { params: { path: { series_id: id } } })),
  });
}

const FILES = [
  {
    path: 'plan.xlsx',
    name: 'Workbook (XLSX)',
    what: 'The plan, a row for each movement, and sets by muscle and week.',
  },
  { path: 'plan.csv', name: 'Table (CSV)', what: 'The plan, a row for each movement.' },
  { path: 'calendar.ics', name: 'Calendar (ICS)', what: 'Every class with its time, room, kit and movements, once.' },
  { path: 'document', name: 'Series (JSON)', what: 'All of it in the open format that docs/formats describes.' },
];

/** Everything in which a series can be taken out, and links that a calendar can follow. */
export function ExportPage() {
  const id = Number(useParams().id);
  const director = useIsDirector();
  const board = useQuery(boardOptions(id));
  if (board.error && !board.data) return <Trouble error={board.error} onRetry={() => void board.refetch()} />;
  if (!board.data) return <Waiting what="Fetching the series" />;
  return (
    <Box maxW="3xl" mx="auto">
      <Link asChild color="soft" textDecoration="underline">
        <RouterLink to={`/series/${id}`}>{board.data.name}</RouterLink>
      </Link>
      <Heading as="h1" size="2xl" mb="3">
        Export
      </Heading>
      <Box as="ul" listStyleType="none">
        {FILES.map((file) => (
          <Box as="li" key={file.path} py="1.5" borderBottom="1px solid" borderColor="line">
            <Link
              href={`/api/series/${id}/${file.path}`}
              download={file.path === 'document' ? `${board.data.name}.json` : true}
              textDecoration="underline"
              fontWeight="600"
            >
              {file.name}
            </Link>
            <Text color="soft">{file.what}</Text>
          </Box>
        ))}
      </Box>
      <Links id={id} />
      {director && <BringOver id={id} version={board.data.version} />}
    </Box>
  );
}

function Links({ id }: { id: number }) {
  const client = useQueryClient();
  const links = useQuery(linksOptions(id));
  const params = { path: { series_id: id } };
  const onSettled = lookAnew(client, ['series', id, 'calendar-links']);
  const make = useMutation({
    mutationFn: () => data(http.POST('/api/series/{series_id}/calendar-links', { params })),
    onSettled,
  });
  const revoke = useMutation({
    mutationFn: (link: number) =>
      data(
        http.DELETE('/api/series/{series_id}/calendar-links/{link_id}', {
          params: { path: { ...params.path, link_id: link } },
        }),
      ),
    onSettled,
  });
  const error = links.error ?? make.error ?? revoke.error;
  const fresh = shownOnce(make.data, links.data);
  return (
    <Box as="section" aria-label="Links for a calendar" mt="5">
      <Heading as="h2" size="md">
        Links for a calendar
      </Heading>
      <Text color="soft">
        A calendar that follows a link shows the classes as they are, without signing in. Whoever has the link can read
        them until it is revoked.
      </Text>
      {error && <Trouble error={error} />}
      {fresh && (
        <Box my="2" p="2" bg="fernWash" role="status">
          <Text>This link is shown once. Copy it now:</Text>
          <Code fontFamily="mono" wordBreak="break-all" bg="panel" color="ink">
            {window.location.origin + fresh.path}
          </Code>
        </Box>
      )}
      <Box as="ul" listStyleType="none" my="2">
        {links.data?.map((link) => (
          <Flex as="li" key={link.id} gap="3" align="center" py="1">
            <Text>Made {moment(link.made_at)}</Text>
            <Button size="xs" variant="outline" disabled={revoke.isPending} onClick={() => revoke.mutate(link.id)}>
              Revoke
            </Button>
          </Flex>
        ))}
      </Box>
      <Button size="sm" variant="outline" loading={make.isPending} onClick={() => make.mutate()}>
        Make a link
      </Button>
    </Box>
  );
}

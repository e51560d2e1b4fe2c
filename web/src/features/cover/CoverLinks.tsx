import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew } from '~/shared/http/settled';
import { shownOnce } from '~/shared/http/shownOnce';
import { moment } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';

function linksOptions(series: number, slot: number) {
  return queryOptions({
    queryKey: ['series', series, 'cover-links', slot],
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/classes/{slot}/cover-links', {
          params: { path: { series_id: series, slot } },
        }),
      ),
  });
}

/** Links with which somebody who is not of the house teaches this class. */
export function CoverLinks({ series, slot }: { series: number; slot: number }) {
  const links = useQuery(linksOptions(series, slot));
  const client = useQueryClient();
  const onSettled = lookAnew(client, ['series', series, 'cover-links', slot]);
  const path = { series_id: series, slot };
  const make = useMutation({
    mutationFn: () => data(http.POST('/api/series/{series_id}/classes/{slot}/cover-links', { params: { path } })),
    onSettled,
  });
  const revoke = useMutation({
    mutationFn: (link: number) =>
      data(
        http.DELETE('/api/series/{series_id}/classes/{slot}/cover-links/{link_id}', {
          params: { path: { ...path, link_id: link } },
        }),
      ),
    onSettled,
  });
  const error = links.error ?? make.error ?? revoke.error;
  const fresh = shownOnce(make.data, links.data);
  return (
    <Box as="section" aria-label="Substitute" my="2">
      <Flex align="baseline" gap="2">
        <Heading as="h2" size="sm">
          Substitute
        </Heading>
        <Button ml="auto" size="2xs" variant="outline" loading={make.isPending} onClick={() => make.mutate()}>
          Make a link
        </Button>
      </Flex>
      {!links.data?.length && (
        <Text fontSize="xs" color="soft">
          A link opens this class, its sheet and how to teach it, to somebody without a sign-in.
        </Text>
      )}
      {error && <Trouble error={error} />}
      {fresh && <Fresh link={fresh} />}
      {links.data?.map((link) => (
        <Flex key={link.id} align="center" gap="2" py="1" borderTop="1px solid" borderColor="line">
          <Text flex="1" fontSize="xs">
            Until {moment(link.expires_at)}
            {link.maker ? `, made by ${link.maker}` : ''}
          </Text>
          <Button size="2xs" variant="outline" disabled={revoke.isPending} onClick={() => revoke.mutate(link.id)}>
            Revoke
          </Button>
        </Flex>
      ))}
    </Box>
  );
}

function Fresh({ link }: { link: Schemas['NewCoverLink'] }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}${link.path}`;
  return (
    <Box role="status" bg="fernWash" p="2" my="1" fontSize="xs">
      <Text>Send this link to whoever takes over. It is shown once.</Text>
      <Flex gap="2" mt="1">
        <Input
          size="xs"
          readOnly
          aria-label="Link for the substitute"
          fontFamily="mono"
          bg="panel"
          value={address}
          onFocus={(event) => event.target.select()}
        />
        <Button
          size="xs"
          variant="outline"
          onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}
        >
          {copied ? 'Copied' : 'Copy'}
        </Button>
      </Flex>
    </Box>
  );
}

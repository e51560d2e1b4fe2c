import { Button, Text } from '@chakra-ui/react';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

import { Section } from './Section';
import { data, http } from '~/shared/http/client';
import { Trouble } from '~/shared/ui/States';

const outsideOptions = queryOptions({
  queryKey: ['me', 'outside'],
  queryFn: () => data(http.GET('/api/me/outside')),
});

/** An account elsewhere that stands for one here, where the house has such a service. */
export function OutsideAccount() {
  const client = useQueryClient();
  const outside = useQuery(outsideOptions);
  const link = useMutation({
    mutationFn: () => data(http.POST('/api/me/outside')),
    onSuccess: ({ url }) => window.location.assign(url),
  });
  const unlink = useMutation({
    mutationFn: () => data(http.DELETE('/api/me/outside')),
    onSettled: () => client.invalidateQueries({ queryKey: outsideOptions.queryKey }),
  });
  if (!outside.data?.name) return null;
  const { name, linked } = outside.data;
  const act = linked ? unlink : link;
  return (
    <Section title="An account elsewhere">
      <Text color="soft" mb="2">
        {linked
          ? `You can sign in with ${name}, without a password.`
          : `Link ${name}, and it lets you in here without a password.`}
      </Text>
      <Button size="sm" variant="outline" loading={act.isPending} onClick={() => act.mutate()}>
        {linked ? 'Unlink it' : `Link ${name}`}
      </Button>
      {act.error && <Trouble error={act.error} />}
    </Section>
  );
}

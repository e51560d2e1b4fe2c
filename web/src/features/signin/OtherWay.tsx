import { Button, Text } from '@chakra-ui/react';
import { queryOptions, useQuery } from '@tanstack/react-query';

import { data, http } from '~/shared/http/client';

const waysOptions = queryOptions({
  queryKey: ['ways'],
  queryFn: () => data(http.GET('/api/sign-in/ways')),
  staleTime: Infinity,
});

/** Why somebody who came back from elsewhere is not in, by the word in the address. */
const WORDS: Record<string, string> = {
  nobody:
    'Nobody here signs in with that account. Sign in with your password and link it on your account’s page, or ask an owner to invite you by that mail address.',
  taken: 'That account stands for somebody else here already.',
  refused: 'That account could not be confirmed. Try again.',
  away: 'The service that keeps the accounts does not answer. Try again in a moment, or use your password.',
};

/** Signing in with an account that the house has elsewhere, where it has one. */
export function OtherWay() {
  const ways = useQuery(waysOptions);
  const words = WORDS[new URLSearchParams(window.location.search).get('outside') ?? ''];
  return (
    <>
      {words && (
        <Text role="alert" color="rowanInk" mt="4">
          {words}
        </Text>
      )}
      {ways.data?.outside && (
        <Button asChild variant="outline" w="full" mt="3" whiteSpace="normal" h="auto" minH="10" py="1">
          <a href="/api/sign-in/outside">Sign in with {ways.data.outside}</a>
        </Button>
      )}
    </>
  );
}

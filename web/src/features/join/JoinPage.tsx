import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { data, http, type Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { TextField } from '~/shared/ui/Fields';
import { Trouble, Waiting } from '~/shared/ui/States';

/** Where a one-time link leads: somebody joins the house, or sets a new password. */
export function JoinPage() {
  // After the #, which no browser sends: the token stands in no log.
  const [token] = useState(() => window.location.hash.slice(1));
  const look = useQuery({
    queryKey: ['join', token],
    queryFn: () => data(http.POST('/api/join/look', { body: { token } })),
    retry: false,
  });
  return (
    <Flex as="main" minH="100dvh" align="center" justify="center" bg="page" p="4">
      <Box bg="panel" p="8" w="96" border="1px solid" borderColor="line">
        {look.isLoading && <Waiting what="Looking at the link" />}
        {look.error && (
          <>
            <Heading as="h1" size="xl">
              Grike
            </Heading>
            <Trouble error={look.error} />
          </>
        )}
        {look.data && <JoinForm token={token} link={look.data} />}
      </Box>
    </Flex>
  );
}

function JoinForm({ token, link }: { token: string; link: Schemas['LinkWords'] }) {
  const invited = link.kind === 'invite';
  const [name, setName] = useState(link.name);
  const [signInName, setSignInName] = useState(link.sign_in_name);
  const [password, setPassword] = useState('');
  const join = useMutation({
    mutationFn: () => data(http.POST('/api/join', { body: { token, password, name, sign_in_name: signInName } })),
    onSuccess: () => window.location.assign('/'),
  });
  const fields = join.error instanceof Problem ? join.error.fields : {};
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        join.mutate();
      }}
    >
      <Heading as="h1" size="xl" mb="1">
        {invited ? 'Come in' : 'A new password'}
      </Heading>
      <Text color="soft" mb="4">
        {invited
          ? 'You are invited to Grike. Choose how you are called, and a password.'
          : `For ${link.name}, who signs in as ${link.sign_in_name}. Codes of a device are not asked after this.`}
      </Text>
      {invited && (
        <>
          <TextField label="Your name" value={name} error={fields.name} onChange={setName} />
          <Box h="3" />
          <TextField
            label="Name to sign in by"
            value={signInName}
            error={fields.sign_in_name}
            onChange={setSignInName}
          />
          <Box h="3" />
        </>
      )}
      <TextField
        label="Password"
        type="password"
        value={password}
        error={fields.password}
        help="12 to 128 signs. Some words that do not belong together are good, and easy to keep in mind."
        onChange={setPassword}
      />
      {join.error && !Object.keys(fields).length && <Trouble error={join.error} />}
      <Button type="submit" mt="5" w="full" bg="action" color="onAction" loading={join.isPending} disabled={!password}>
        {invited ? 'Join' : 'Set it and sign in'}
      </Button>
    </form>
  );
}

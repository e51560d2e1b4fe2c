import { Box, Button, Field, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { useSignIn } from './api';
import { Mark } from '~/app/Mark';
import { Trouble } from '~/shared/ui/States';

export function SignInPage() {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useSignIn();
  return (
    <Flex as="main" minH="100dvh" align="center" justify="center" bg="page">
      <Box
        as="form"
        bg="panel"
        p="8"
        w="96"
        border="1px solid"
        borderColor="line"
        clipPath="polygon(0 0, calc(100% - 22px) 0, 100% 22px, 100% 100%, 0 100%)"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate({ name, password });
        }}
      >
        <Flex align="center" gap="2" mb="1">
          <Mark />
          <Heading as="h1" size="2xl">
            Grike
          </Heading>
        </Flex>
        <Text color="soft" mb="5">
          Plan the weeks. See that they balance.
        </Text>
        <Field.Root mb="3">
          <Field.Label>Name</Field.Label>
          <Input name="name" autoComplete="username" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
        </Field.Root>
        <Field.Root mb="5">
          <Field.Label>Password</Field.Label>
          <Input name="password" type="password" autoComplete="current-password" value={password} onChange={(e) => setPassword(e.target.value)} />
        </Field.Root>
        {signIn.error && <Trouble error={signIn.error} />}
        <Button type="submit" w="full" bg="action" color="onAction" loading={signIn.isPending} disabled={!name || !password}>
          Sign in
        </Button>
      </Box>
    </Flex>
  );
}

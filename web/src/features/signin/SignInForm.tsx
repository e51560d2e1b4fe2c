import { Button, Field, Input } from '@chakra-ui/react';
import { useState } from 'react';

import { useSignIn } from './api';
import { Trouble } from '~/shared/ui/States';

export function SignInForm({ onSignedIn }: { onSignedIn?: (name: string) => void }) {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useSignIn();
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        signIn.mutate({ name, password }, { onSuccess: (me) => onSignedIn?.(me.name) });
      }}
    >
      <Field.Root mb="3">
        <Field.Label>Name</Field.Label>
        <Input name="name" autoComplete="username" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
      </Field.Root>
      <Field.Root mb="5">
        <Field.Label>Password</Field.Label>
        <Input
          name="password"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field.Root>
      {signIn.error && <Trouble error={signIn.error} />}
      <Button
        type="submit"
        w="full"
        bg="action"
        color="onAction"
        loading={signIn.isPending}
        disabled={!name || !password}
      >
        Sign in
      </Button>
    </form>
  );
}

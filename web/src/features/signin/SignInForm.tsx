import { Button, chakra, Input } from '@chakra-ui/react';
import { useState } from 'react';

import { useSignIn } from './api';
import { Problem } from '~/shared/http/problem';
import { Trouble } from '~/shared/ui/States';

export function SignInForm({ onSignedIn }: { onSignedIn?: (name: string) => void }) {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const signIn = useSignIn();
  const asked = code !== '' || (signIn.error instanceof Problem && signIn.error.code === 'code-needed');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        signIn.mutate({ name, password, code }, { onSuccess: (me) => onSignedIn?.(me.name) });
      }}
    >
      <chakra.label display="block" mb="3" fontWeight="500">
        Name
        <Input name="name" autoComplete="username" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
      </chakra.label>
      <chakra.label display="block" mb="5" fontWeight="500">
        Password
        <Input
          name="password"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </chakra.label>
      {asked && (
        <chakra.label display="block" mb="5" fontWeight="500">
          Code of your device, or a spare code
          <Input
            name="code"
            autoComplete="one-time-code"
            autoFocus
            maxLength={40}
            value={code}
            onChange={(e) => setCode(e.target.value)}
          />
        </chakra.label>
      )}
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

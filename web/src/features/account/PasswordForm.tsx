import { Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';

import { fieldsOf } from './api';
import { TextField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

interface Act {
  mutate: (password: string, then: { onSettled: () => void }) => void;
  error: Error | null;
  isPending: boolean;
}

interface Props {
  label: string;
  button: string;
  act: Act;
}

/** An act on one's account that asks for the password again. */
export function PasswordForm({ label, button, act }: Props) {
  const [password, setPassword] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        act.mutate(password, { onSettled: () => setPassword('') });
      }}
    >
      <Flex gap="3" align="flex-start" wrap="wrap">
        <TextField
          label={label}
          type="password"
          width="64"
          value={password}
          error={fieldsOf(act.error).password}
          onChange={setPassword}
        />
        <Button type="submit" size="sm" mt="6" variant="outline" loading={act.isPending} disabled={!password}>
          {button}
        </Button>
      </Flex>
      {act.error && !fieldsOf(act.error).password && <Trouble error={act.error} />}
    </form>
  );
}

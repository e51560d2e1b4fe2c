import { Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';

import { acts, fieldsOf, useOwnAct } from './api';
import { Done, Section } from './Section';
import { TextField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

export function PasswordChange() {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const change = useOwnAct(acts.password);
  const fields = fieldsOf(change.error);
  return (
    <Section title="Password">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate(
            { old, password },
            {
              onSuccess: () => {
                setOld('');
                setPassword('');
              },
            },
          );
        }}
      >
        <Flex gap="3" wrap="wrap" align="flex-start">
          <TextField label="As it is" type="password" width="64" value={old} error={fields.old} onChange={setOld} />
          <TextField
            label="As it is to be"
            type="password"
            width="64"
            value={password}
            error={fields.password}
            help="12 to 128 signs, not easily guessed"
            onChange={setPassword}
          />
          <Button
            type="submit"
            size="sm"
            mt="6"
            variant="outline"
            loading={change.isPending}
            disabled={!old || !password}
          >
            Change the password
          </Button>
        </Flex>
        {change.error && !Object.keys(fields).length && <Trouble error={change.error} />}
        {change.isSuccess && <Done>Changed. {ended(change.data.count)}</Done>}
      </form>
    </Section>
  );
}

/** How many other sign-ins ended. */
export function ended(count: number): string {
  if (count === 0) return 'You were signed in nowhere else.';
  return count === 1 ? 'One other sign-in ended.' : `${count} other sign-ins ended.`;
}

import { Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';

import { acts, fieldsOf, useOwnAct } from './api';
import { Done, Section } from './Section';
import type { Schemas } from '~/shared/http/client';
import { TextField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

export function Names({ me }: { me: Schemas['Me'] }) {
  const [name, setName] = useState(me.name);
  const [signInName, setSignInName] = useState(me.sign_in_name);
  const change = useOwnAct(acts.names);
  const fields = fieldsOf(change.error);
  const same = name === me.name && signInName === me.sign_in_name;
  return (
    <Section title="Names">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate({ name, sign_in_name: signInName });
        }}
      >
        <Flex gap="3" wrap="wrap" align="flex-start">
          <TextField label="Your name" width="64" value={name} error={fields.name} onChange={setName} />
          <TextField
            label="Name to sign in by"
            width="48"
            value={signInName}
            error={fields.sign_in_name}
            onChange={setSignInName}
          />
          <Button type="submit" size="sm" mt="6" variant="outline" loading={change.isPending} disabled={same}>
            Change the names
          </Button>
        </Flex>
        {change.error && !Object.keys(fields).length && <Trouble error={change.error} />}
        {change.isSuccess && same && <Done>Changed.</Done>}
      </form>
    </Section>
  );
}

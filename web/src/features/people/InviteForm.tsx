import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { type Role, ROLES, type usePeople } from './api';
import { LinkShown } from './LinkShown';
import { Problem } from '~/shared/http/problem';
import { SelectField, TextField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

/** Somebody's name and role; what comes of it is a link to hand over. */
export function InviteForm({ acts, onDone }: { acts: ReturnType<typeof usePeople>; onDone: () => void }) {
  const { invite } = acts;
  const [name, setName] = useState('');
  const [signInName, setSignInName] = useState('');
  const [role, setRole] = useState<Role>('instructor');
  const fields = invite.error instanceof Problem ? invite.error.fields : {};
  // Names to sign in by are short; the first of the names is what people expect.
  const usual = name.trim().split(/\s+/)[0]?.toLowerCase() ?? '';
  if (invite.data) return <LinkShown link={invite.data} name={name} onDone={onDone} />;
  return (
    <Box
      as="form"
      bg="panel"
      border="1px solid"
      borderColor="line"
      p="3"
      mb="4"
      onSubmit={(event) => {
        event.preventDefault();
        invite.mutate({ name, sign_in_name: signInName || usual, role });
      }}
    >
      <Flex gap="3" wrap="wrap" align="flex-start">
        <TextField label="Name" width="60" value={name} error={fields.name} onChange={setName} />
        <TextField
          label="Name to sign in by"
          width="44"
          value={signInName || usual}
          error={fields.sign_in_name}
          onChange={setSignInName}
        />
        <SelectField
          label="Role"
          value={role}
          options={ROLES.map((own) => ({ value: own.value, name: own.name }))}
          onChange={(value) => setRole(value as Role)}
        />
      </Flex>
      <Text color="soft" mt="1">
        {ROLES.find((own) => own.value === role)?.may}
      </Text>
      {invite.error && !Object.keys(fields).length && <Trouble error={invite.error} />}
      <Flex gap="2" mt="3">
        <Button type="submit" size="sm" bg="action" color="onAction" loading={invite.isPending} disabled={!name.trim()}>
          Make the link
        </Button>
        <Button size="sm" variant="outline" onClick={onDone}>
          Leave it
        </Button>
      </Flex>
    </Box>
  );
}

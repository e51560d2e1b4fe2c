import { Box, Button, Flex, Image, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { acts, fieldsOf, useOwnAct } from './api';
import { PasswordForm } from './PasswordForm';
import { Done, Section } from './Section';
import { CodesShown, SpareCodes } from './SpareCodes';
import { TextField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

/** Codes of a device, asked besides the password. */
export function TwoFactor({ on }: { on: boolean }) {
  const begin = useOwnAct(acts.beginCodes);
  // Held here, since what is asked for the code is gone by the time when it was found right.
  const confirm = useOwnAct(acts.confirmCodes);
  // Whoever stops and begins again gets another secret, and other spare codes.
  const end = useOwnAct(async (password: string) => {
    await acts.endCodes(password);
    begin.reset();
    confirm.reset();
  });
  const spare = confirm.data?.codes;
  if (begin.data && !on) return <Confirm secret={begin.data} confirm={confirm} />;
  return (
    <Section title="Codes of a device">
      <Text color="soft" mb="2">
        {on
          ? 'A code of your device is asked at each sign-in. Lost the device? Sign in with a spare code; without one an owner makes you a link to a new password, and codes are not asked after that.'
          : 'Somebody who knows your password comes in with it. If a code that your telephone makes is asked besides, the password is not enough.'}
      </Text>
      {begin.isSuccess && on && <Done>Codes are asked from now on.</Done>}
      {on && spare && <CodesShown codes={spare} onDone={confirm.reset} />}
      <PasswordForm
        label="Your password, to be sure"
        button={on ? 'Stop asking for codes' : 'Begin with codes'}
        act={on ? end : begin}
      />
      {on && !spare && <SpareCodes />}
    </Section>
  );
}

interface Secret {
  secret: string;
  picture: string;
}

interface ConfirmProps {
  secret: Secret;
  confirm: { mutate: (code: string) => void; error: Error | null; isPending: boolean };
}

function Confirm({ secret, confirm }: ConfirmProps) {
  const [code, setCode] = useState('');
  return (
    <Section title="Codes of a device">
      <Flex gap="5" wrap="wrap">
        <Image src={secret.picture} alt="The secret as a picture for the device to read" boxSize="48" />
        <Box flex="1" minW="64">
          <Text>Let an application for such codes on your device read the picture, or type into it:</Text>
          <Text as="code" display="block" fontFamily="mono" my="2" wordBreak="break-all">
            {secret.secret.match(/.{1,4}/g)?.join(' ')}
          </Text>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              confirm.mutate(code);
            }}
          >
            <Flex gap="3" align="flex-start">
              <TextField
                label="The code that it shows"
                width="40"
                value={code}
                error={fieldsOf(confirm.error).code}
                onChange={setCode}
              />
              <Button type="submit" size="sm" mt="6" bg="action" color="onAction" loading={confirm.isPending}>
                Ask for codes from now on
              </Button>
            </Flex>
          </form>
          {confirm.error && !fieldsOf(confirm.error).code && <Trouble error={confirm.error} />}
        </Box>
      </Flex>
    </Section>
  );
}

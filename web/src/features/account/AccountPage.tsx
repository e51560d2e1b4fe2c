import { Box, Heading } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { Names } from './Names';
import { Notices } from './Notices';
import { OutsideAccount } from './OutsideAccount';
import { PasswordChange } from './PasswordChange';
import { SignIns } from './SignIns';
import { TwoFactor } from './TwoFactor';
import { meOptions } from '~/features/signin';

/** One's own page: how one is called, how one signs in, and where one is signed in. */
export function AccountPage() {
  const { data: me } = useQuery(meOptions);
  if (!me) return null;
  return (
    <Box maxW="3xl" mx="auto">
      <Heading as="h1" size="2xl" mb="3">
        Your account
      </Heading>
      <Names me={me} />
      <PasswordChange />
      <TwoFactor on={me.two_factor} />
      <OutsideAccount />
      <SignIns />
      <Notices />
    </Box>
  );
}

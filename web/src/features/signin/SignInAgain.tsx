import { Text } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';

import { SignInForm } from './SignInForm';
import { setEnded } from '~/shared/http/session';
import { Asking } from '~/shared/ui/Asking';

/** Sign-in over the page when a session has ended: then everything goes on as before. */
export function SignInAgain({ name }: { name: string }) {
  const client = useQueryClient();
  const goOn = (now: string) => {
    setEnded(false);
    // Somebody else begins afresh; what was typed here is not theirs.
    if (now !== name) window.location.assign('/');
    else void client.invalidateQueries();
  };
  return (
    <Asking title="Your session has ended" leave="Not now, let me look" onLeave={() => setEnded(false)}>
      <Text>Sign in again and go on where you were: the page and all that you typed are still here.</Text>
      <SignInForm onSignedIn={goOn} />
    </Asking>
  );
}

import { Box, Flex, Heading, Text } from '@chakra-ui/react';

import { OtherWay } from './OtherWay';
import { SignInForm } from './SignInForm';
import { Mark } from '~/app/Mark';

export function SignInPage() {
  return (
    <Flex as="main" minH="100dvh" align="center" justify="center" bg="page">
      <Box
        bg="panel"
        p="8"
        w="96"
        border="1px solid"
        borderColor="line"
        clipPath="polygon(0 0, calc(100% - 22px) 0, 100% 22px, 100% 100%, 0 100%)"
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
        <SignInForm />
        <OtherWay />
      </Box>
    </Flex>
  );
}

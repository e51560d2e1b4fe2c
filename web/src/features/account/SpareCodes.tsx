import { Box, Button, Flex, Link, SimpleGrid, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { acts, spareCodesOptions, useOwnAct } from './api';
import { PasswordForm } from './PasswordForm';

/** So few are left that new ones are due. */
const FEW = 2;

/** How many spare codes are left, and a way to new ones. */
export function SpareCodes() {
  const { data } = useQuery(spareCodesOptions);
  const make = useOwnAct(acts.makeSpareCodes);
  if (make.data) return <CodesShown codes={make.data.codes} onDone={make.reset} />;
  if (!data) return null;
  return (
    <Box mt="4">
      <Text color={data.left > FEW ? 'soft' : 'rowanInk'} mb="2">
        {leftWords(data.left)}
      </Text>
      <PasswordForm label="Your password, for new spare codes" button="Make new spare codes" act={make} />
    </Box>
  );
}

function leftWords(left: number): string {
  if (left === 0) return 'No spare code is left: without the device you could not sign in. Make new ones.';
  const many = left === 1 ? '1 spare code is left' : `${left} spare codes are left`;
  return `${many}, each for one sign-in without the device.${left > FEW ? '' : ' Make new ones.'}`;
}

interface Shown {
  codes: string[];
  onDone: () => void;
}

/** Spare codes, which are shown once. */
export function CodesShown({ codes, onDone }: Shown) {
  const file = `data:text/plain;charset=utf-8,${encodeURIComponent(`Grike: spare codes, each good once\n\n${codes.join('\n')}\n`)}`;
  return (
    <Box role="status" bg="panel" border="1px solid" borderColor="strong" p="3" my="3">
      <Text fontWeight="600">Your spare codes, for when the device is lost</Text>
      <Text color="soft" mb="2">
        Each is good for one sign-in, in place of a code of the device. They are shown only now: print them, or write
        them down, and keep them where the device is not. Any from before are void.
      </Text>
      <SimpleGrid columns={{ base: 1, sm: 2 }} gap="1" fontFamily="mono" mb="3">
        {codes.map((code) => (
          <Text key={code}>{code}</Text>
        ))}
      </SimpleGrid>
      <Flex gap="3" align="center">
        <Link href={file} download="spare-codes.txt" textDecoration="underline">
          Save as a file
        </Link>
        <Button size="sm" variant="outline" onClick={onDone}>
          I have kept them
        </Button>
      </Flex>
    </Box>
  );
}

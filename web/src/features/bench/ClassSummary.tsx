import { Box, Heading, Text } from '@chakra-ui/react';

import { BodyColumn } from '~/features/board';
import { Findings } from '~/features/findings';
import { Sessions } from '~/features/record';
import { useIsDirector } from '~/features/signin';
import { LoadLines } from './LoadLines';
import { Shorten } from './Shorten';
import { Templates } from './Templates';
import { WhyClass } from './Why';
import type { Schemas } from '~/shared/http/client';

/** What the class does as a whole: findings, both sides, the body. */
export function ClassSummary({ detail }: { detail: Schemas['ClassDetail'] }) {
  const director = useIsDirector();
  const seconds = detail.left.seconds ?? 0;
  return (
    <Box>
      <Text color="soft" mb="1">
        Choose a movement to see its options and what could stand instead.
      </Text>
      <Heading as="h2" size="sm">
        Findings
      </Heading>
      <Findings series={detail.series} version={detail.version} findings={detail.findings} />
      <Text my="2">
        Left and right:{' '}
        {detail.left.seconds === detail.right.seconds && detail.left.reps === detail.right.reps
          ? `equal, ${seconds} s each.`
          : `left ${seconds} s, right ${detail.right.seconds} s.`}
      </Text>
      <WhyClass detail={detail} />
      <Sessions detail={detail} />
      <Shorten detail={detail} />
      <BodyColumn volume={detail.volume} title="this class" />
      <LoadLines load={detail.load} />
      {director && <Templates detail={detail} />}
    </Box>
  );
}

import { Box, Flex, Text } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';

const LOOK: Record<string, { sign: string; ink: string; name: string }> = {
  must: { sign: '■', ink: 'rowanInk', name: 'Must' },
  aim: { sign: '▲', ink: 'lichenInk', name: 'Aim' },
  remark: { sign: '·', ink: 'soft', name: 'Remark' },
};

export function Findings({ findings }: { findings: Schemas['FindingModel'][] }) {
  if (!findings.length) return <Text color="fernInk">Every rule is kept.</Text>;
  return (
    <Box as="ul" listStyleType="none">
      {findings.map((finding, index) => {
        const look = LOOK[finding.mode] ?? { sign: '·', ink: 'soft', name: finding.mode };
        return (
          <Flex as="li" key={index} gap="2" py="1.5" borderBottom="1px solid" borderColor="line">
            <Text color={look.ink} aria-hidden="true">
              {look.sign}
            </Text>
            <Box>
              <Text>
                <Text as="span" fontWeight="600" color={look.ink}>
                  {look.name} {finding.rule}
                </Text>{' '}
                {finding.what}
              </Text>
              <Text color="soft" fontSize="xs">
                {finding.fix} {finding.reason}
              </Text>
            </Box>
          </Flex>
        );
      })}
    </Box>
  );
}

import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { Fixes } from './Fixes';
import { lookOf } from './look';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';

/** What is broken comes before what is only aimed at. */
const ORDER = ['must', 'aim', 'remark'];

interface Props {
  series: number;
  version: number;
  findings: Schemas['FindingModel'][];
}

export function Findings({ series, version, findings }: Props) {
  if (!findings.length) return <Text color="fernInk">Every rule is kept.</Text>;
  return (
    <Box as="ul" listStyleType="none">
      {[...findings]
        .sort((a, b) => ORDER.indexOf(a.mode) - ORDER.indexOf(b.mode))
        .map((finding) => (
          <Line key={`${version} ${finding.number}`} series={series} version={version} finding={finding} />
        ))}
    </Box>
  );
}

function Line({ series, version, finding }: { series: number; version: number; finding: Schemas['FindingModel'] }) {
  const director = useIsDirector();
  const [open, setOpen] = useState(false);
  const look = lookOf(finding.mode);
  return (
    <Flex as="li" gap="2" py="1.5" borderBottom="1px solid" borderColor="line">
      <Text color={look.ink} aria-hidden="true">
        {look.sign}
      </Text>
      <Box flex="1" minW="0">
        <Text>
          <Text as="span" fontWeight="600" color={look.ink}>
            {look.name} {finding.rule}
          </Text>{' '}
          {finding.what}
        </Text>
        <Text color="soft" fontSize="xs">
          {finding.fix} {finding.reason}
        </Text>
        {director && !open && finding.mendable && (
          <Button size="xs" variant="outline" mt="1" onClick={() => setOpen(true)} aria-label={`Mend: ${finding.what}`}>
            Mend
          </Button>
        )}
        {open && <Fixes series={series} version={version} number={finding.number} />}
      </Box>
    </Flex>
  );
}

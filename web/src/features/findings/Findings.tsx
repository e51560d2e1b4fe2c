import { Box, Button, Flex, Link, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';

import { Fixes } from './Fixes';
import { lookOf } from '~/shared/format/look';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';

/** What is broken comes before what is only aimed at. */
const ORDER = ['must', 'aim', 'remark'];

interface Props {
  series: number;
  version: number;
  findings: Schemas['FindingModel'][];
  /** Whether each leads to its class: on the board, not on the page of the class itself. */
  linked?: boolean;
}

export function Findings({ series, version, findings, linked = false }: Props) {
  if (!findings.length) return <Text color="fernInk">Every rule is kept.</Text>;
  return (
    <Box as="ul" listStyleType="none">
      {[...findings]
        .sort((a, b) => ORDER.indexOf(a.mode) - ORDER.indexOf(b.mode))
        .map((finding) => (
          <Line
            key={`${version} ${finding.number}`}
            series={series}
            version={version}
            finding={finding}
            linked={linked}
          />
        ))}
    </Box>
  );
}

interface LineProps {
  series: number;
  version: number;
  finding: Schemas['FindingModel'];
  linked: boolean;
}

function Line({ series, version, finding, linked }: LineProps) {
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
          {finding.fix} {finding.reason}{' '}
          {linked && finding.slot !== null && (
            <Link asChild textDecoration="underline" color="ink">
              <RouterLink to={`/series/${series}/classes/${finding.slot}`}>
                The class in week {(finding.week ?? 0) + 1}
              </RouterLink>
            </Link>
          )}
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

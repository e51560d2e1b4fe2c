import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { Findings } from './Findings';
import { lookOf } from '~/shared/format/look';
import { MendAll } from './MendAll';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';

type Finding = Schemas['FindingModel'];

interface Props {
  series: number;
  version: number;
  findings: Finding[];
}

const ORDER = ['must', 'aim', 'remark'];

/** The findings of a series, rule by rule: what is found in six weeks is told once, the worst first. */
export function GroupedFindings({ series, version, findings }: Props) {
  if (!findings.length) return <Text color="fernInk">Every rule is kept.</Text>;
  return (
    <Box as="ul" listStyleType="none">
      {groupsOf(findings).map((group) => (
        <Group key={group.key} series={series} version={version} group={group} />
      ))}
    </Box>
  );
}

interface OfRule {
  key: string;
  first: Finding;
  found: Finding[];
  cost: number;
}

function groupsOf(findings: Finding[]): OfRule[] {
  const groups = new Map<string, OfRule>();
  for (const finding of findings) {
    const key = `${finding.mode} ${finding.rule}`;
    const group = groups.get(key) ?? { key, first: finding, found: [], cost: 0 };
    group.found.push(finding);
    group.cost += finding.cost;
    groups.set(key, group);
  }
  return [...groups.values()].sort(
    (one, other) => ORDER.indexOf(one.first.mode) - ORDER.indexOf(other.first.mode) || other.cost - one.cost,
  );
}

function Group({ series, version, group }: { series: number; version: number; group: OfRule }) {
  const director = useIsDirector();
  const [open, setOpen] = useState(false);
  const [mending, setMending] = useState(false);
  const { first, found } = group;
  const look = lookOf(first.mode);
  // One alone is told in full at once.
  if (found.length === 1)
    return (
      <li>
        <Findings series={series} version={version} findings={found} linked />
      </li>
    );
  return (
    <Box as="li" py="1.5" borderBottom="1px solid" borderColor="line">
      <Text>
        <Text as="span" color={look.ink} aria-hidden="true">
          {look.sign}{' '}
        </Text>
        <Text as="span" fontWeight="600" color={look.ink}>
          {look.name} {first.rule}, {found.length} times
        </Text>{' '}
        {first.title}
      </Text>
      <Text fontSize="xs" color="soft">
        {weeksOf(found)}For one: {first.what}
      </Text>
      <Flex gap="2" mt="1">
        <Button
          size="2xs"
          variant="outline"
          aria-expanded={open}
          aria-label={`${open ? 'Fold' : 'Each of'} ${first.rule}`}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Fold' : 'Each of them'}
        </Button>
        {director && found.some((own) => own.mendable) && (
          <Button
            size="2xs"
            variant="outline"
            aria-expanded={mending}
            aria-label={`Mend all of ${first.rule}`}
            onClick={() => setMending(!mending)}
          >
            Mend all
          </Button>
        )}
      </Flex>
      {mending && <MendAll series={series} version={version} rule={first.rule} />}
      {open && <Findings series={series} version={version} findings={found} linked />}
    </Box>
  );
}

/** In which weeks: "Week 2, 3 and 5. " */
function weeksOf(found: Finding[]): string {
  const weeks = [...new Set(found.flatMap((own) => (own.week === null ? [] : [own.week + 1])))].sort((a, b) => a - b);
  if (!weeks.length) return '';
  const [last] = weeks.slice(-1);
  const all = weeks.length > 1 ? `${weeks.slice(0, -1).join(', ')} and ${last}` : String(last);
  return `Week ${all}. `;
}

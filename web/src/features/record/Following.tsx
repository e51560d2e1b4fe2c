import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';

import { followingOptions, useAnswers } from './api';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';
import { effectWords } from '~/shared/format/effect';
import { Trouble, Waiting } from '~/shared/ui/States';

type Proposed = Schemas['ProposalModel'];

const BECAUSE: Record<Proposed['because'], string> = {
  missed: 'Missed',
  anchor: 'Not reached',
  sides: 'Sides',
  complaint: 'Sore',
};

/** What the classes of the next two weeks should take up, each with its reason, to take or to leave. */
export function Following({ series }: { series: number }) {
  const found = useQuery(followingOptions(series));
  const { take, leave } = useAnswers(series);
  if (found.error) return <Trouble error={found.error} onRetry={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Looking at what the next classes should take up" />;
  const { version, records, proposals, unmet } = found.data;
  if (!records) return null;
  const busy = take.isPending || leave.isPending || found.isFetching;
  const error = take.error ?? leave.error;
  return (
    <Box as="section" aria-label="For the classes to come" bg="panel" p="4" mb="4">
      <Heading as="h2" size="lg">
        For the classes to come
      </Heading>
      <Text color="soft" mb="2">
        {proposals.length
          ? 'The least that answers what was done. Nothing breaks a rule that must be kept, and each can be undone.'
          : 'The records ask for no change of the next two weeks.'}
      </Text>
      {error && <Trouble error={error} />}
      {reasons(proposals).map(([why, own]) => (
        <Reason key={why} of={own[0].because} why={why}>
          <Box as="ul" listStyleType="none">
            {own.map((one) => (
              <OneProposal
                key={one.keys.join()}
                series={series}
                own={one}
                busy={busy}
                onTake={() => take.mutate({ version, keys: one.keys })}
                onLeave={() => leave.mutate({ version, keys: one.keys })}
              />
            ))}
          </Box>
        </Reason>
      ))}
      {unmet.map((own) => (
        <Reason key={own.what} of={own.because} why={own.what} />
      ))}
    </Box>
  );
}

/** Proposals with the same reason together, in their order. */
function reasons(proposals: Proposed[]): [string, [Proposed, ...Proposed[]]][] {
  const found = new Map<string, [Proposed, ...Proposed[]]>();
  for (const own of proposals) {
    const alike = found.get(own.why);
    if (alike) alike.push(own);
    else found.set(own.why, [own]);
  }
  return [...found];
}

function Reason({ of, why, children }: { of: Proposed['because']; why: string; children?: ReactNode }) {
  return (
    <Flex gap="3" py="2" borderTop="1px solid" borderColor="line">
      <Text w="24" flexShrink="0" color="soft">
        {BECAUSE[of]}
      </Text>
      <Box flex="1" minW="0">
        <Text>{why}</Text>
        {children}
      </Box>
    </Flex>
  );
}

interface ProposalProps {
  series: number;
  own: Proposed;
  busy: boolean;
  onTake: () => void;
  onLeave: () => void;
}

function OneProposal({ series, own, busy, onTake, onLeave }: ProposalProps) {
  const director = useIsDirector();
  return (
    <Flex as="li" gap="3" py="1.5" align="flex-start" wrap={{ base: 'wrap', md: 'nowrap' }}>
      <Box flex="1" minW="60">
        <Text fontWeight="600" overflowWrap="anywhere">
          {own.text}
          {own.text.endsWith('.') ? '' : '.'}{' '}
          <Link asChild color="soft" fontWeight="400" textDecoration="underline">
            {own.slots.length ? (
              <RouterLink to={`/series/${series}/classes/${own.slots[0]}`}>The class</RouterLink>
            ) : (
              <RouterLink to={`/series/${series}/setup`}>The set-up</RouterLink>
            )}
          </Link>
        </Text>
        <Text fontSize="xs" color={own.cost_change > 0 ? 'lichenInk' : 'soft'}>
          {effectWords(own)}
        </Text>
      </Box>
      {director && (
        <Flex gap="2">
          <Button
            size="sm"
            bg="action"
            color="onAction"
            disabled={busy}
            aria-label={`Take it: ${own.text}`}
            onClick={onTake}
          >
            Take it
          </Button>
          <Button size="sm" variant="outline" disabled={busy} aria-label={`Leave it: ${own.text}`} onClick={onLeave}>
            Leave it
          </Button>
        </Flex>
      )}
    </Flex>
  );
}

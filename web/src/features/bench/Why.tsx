import { Box, Heading, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { whyClassOptions, whyMovementOptions, whyNotOptions } from './api';
import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

type Detail = Schemas['ClassDetail'];

/** Why a movement stands where it does: what it gives, and what would be missing without it. */
export function WhyMovement({ detail, block, place }: { detail: Detail; block: number; place: number }) {
  const [open, setOpen] = useState(false);
  const why = useQuery({
    ...whyMovementOptions(detail.series, detail.slot, detail.version, block, place),
    enabled: open,
  });
  return (
    <Box as="details" mt="2" onToggle={(event) => setOpen((event.currentTarget as unknown as HTMLDetailsElement).open)}>
      <Box as="summary" cursor="pointer" fontWeight="600">
        Why this?
      </Box>
      {open && why.isPending && <Waiting what="Taking it out to see" />}
      {why.error && <Trouble error={why.error} />}
      {why.data && (
        <>
          {why.data.there_for.map((told) => (
            <Text fontSize="xs" key={told}>
              {told}.
            </Text>
          ))}
          <Text fontSize="xs">It gives: {why.data.gives.join(', ').toLowerCase()}.</Text>
          <Text fontSize="xs" mt="1">
            {why.data.without.length ? 'Without it:' : 'Without it no rule would be broken; it fills its place.'}
          </Text>
          <Reasons reasons={why.data.without} />
          {why.data.best_instead && (
            <Text fontSize="xs" mt="1">
              The best in its place would be {why.data.best_instead.toLowerCase()}
              {(why.data.best_effects ?? []).length ? `: ${(why.data.best_effects ?? []).join(', ')}` : ''}.
            </Text>
          )}
        </>
      )}
    </Box>
  );
}

/** Why the class is what it is, and why a movement that one expected is not in it. */
export function WhyClass({ detail }: { detail: Detail }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const movements = useMovements();
  const wanted = [...movements.values()].find((entry) => entry.name.toLowerCase() === text.trim().toLowerCase());
  const why = useQuery({ ...whyClassOptions(detail.series, detail.slot, detail.version), enabled: open });
  const whyNot = useQuery({
    ...whyNotOptions(detail.series, detail.slot, detail.version, wanted?.id ?? ''),
    enabled: Boolean(wanted),
  });
  return (
    <Box as="details" my="2" onToggle={(event) => setOpen((event.currentTarget as unknown as HTMLDetailsElement).open)}>
      <Box as="summary" cursor="pointer" fontWeight="600">
        Why this class, and why not …?
      </Box>
      {why.error && <Trouble error={why.error} />}
      {open && why.isPending && <Waiting what="Looking at the days around it" />}
      {why.data && <Reasons reasons={why.data} />}
      <Heading as="h3" size="sm" mt="2">
        Why not
      </Heading>
      <Input
        size="xs"
        bg="panel"
        list="why-not"
        aria-label="Why not this movement"
        placeholder="Type a movement"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <datalist id="why-not">
        {[...movements.values()].map((movement) => (
          <option key={movement.id} value={movement.name} />
        ))}
      </datalist>
      {whyNot.error && <Trouble error={whyNot.error} />}
      {whyNot.data && <Answer answer={whyNot.data} name={wanted?.name ?? ''} />}
    </Box>
  );
}

function Answer({ answer, name }: { answer: Schemas['WhyNotModel']; name: string }) {
  const musts = answer.musts_broken
    ? `${answer.musts_broken} must ${answer.musts_broken === 1 ? 'rule' : 'rules'} broken`
    : 'no must rule broken';
  const cost =
    answer.cost_change > 0
      ? `, ${answer.cost_change} points more`
      : answer.cost_change < 0
        ? `, ${-answer.cost_change} points less`
        : '';
  return (
    <Box role="status">
      <Reasons reasons={answer.never} />
      {answer.instead_of && (
        <Text fontSize="xs" mt="1">
          {name} would do least harm in place of {answer.instead_of.toLowerCase()}: {musts}
          {cost}.
        </Text>
      )}
      <Reasons reasons={answer.there} />
      {!answer.never.length && !answer.there.length && (
        <Text fontSize="xs">Nothing speaks against it: swap it in.</Text>
      )}
    </Box>
  );
}

function Reasons({ reasons }: { reasons: Schemas['ReasonModel'][] }) {
  return (
    <Box as="ul" pl="4" fontSize="xs">
      {reasons.map((reason) => (
        <li key={reason.text}>
          {reason.text}
          {reason.rule ? ` (${reason.rule})` : ''}
        </li>
      ))}
    </Box>
  );
}

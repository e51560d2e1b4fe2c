import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';

import { choicesOptions } from './api';
import { ChoiceColumn } from './ChoiceColumn';
import { classOptions, useTemplateWrites } from '~/features/bench';
import type { Schemas } from '~/shared/http/client';
import { DAYS, shortDate } from '~/shared/format/time';
import { listed } from '~/shared/format/words';
import { useMovements, useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

/** A class beside others that could stand in its slot: other movements, or another shape; one is taken. */
export function ChoicesPage() {
  const params = useParams();
  const [series, slot] = [Number(params.id), Number(params.slot)];
  const detail = useQuery(classOptions(series, slot));
  const words = useVocabulary();
  const error = detail.error ?? words.error;
  if (detail.data && words.ready) return <Choices detail={detail.data} />;
  if (error) return <Trouble error={error} onRetry={() => void detail.refetch()} />;
  return <Waiting what="Opening the class" />;
}

function stayingWords(names: string[]): string {
  return `${listed(names)} ${names.length > 1 ? 'stay' : 'stays'}, since later classes ask for more.`;
}

function Choices({ detail }: { detail: Schemas['ClassDetail'] }) {
  const { series, slot, version } = detail;
  const found = useQuery(choicesOptions(series, slot, version));
  const { put } = useTemplateWrites(series, slot, version, 'choice');
  const navigate = useNavigate();
  const movements = useMovements();
  const names = (id: string) => movements.get(id)?.name ?? id;
  const back = `/series/${series}/classes/${slot}`;
  const take = (choice: Schemas['ChoiceModel']) =>
    put.mutate(choice.document, { onSuccess: () => void navigate(back) });
  return (
    <Box>
      <Flex align="center" gap="3" mb="3">
        <Box>
          <Text color="soft">
            <Link asChild color="soft" textDecoration="underline">
              <RouterLink to={back}>{detail.name}</RouterLink>
            </Link>{' '}
            · week {detail.week + 1}, {DAYS[detail.weekday]} {shortDate(detail.date)}
          </Text>
          <Heading as="h1" size="xl">
            This class, and others that could stand in its place
          </Heading>
        </Box>
        <Button asChild size="sm" variant="outline" ml="auto">
          <RouterLink to={back}>Leave as it was</RouterLink>
        </Button>
      </Flex>
      <Text color="soft" mb="3" fontSize="sm">
        The rest of the series stays. Movements in bold are not in the class as it is.{' '}
        {found.data && found.data.stays.length > 0 && stayingWords(found.data.stays.map(names))}
      </Text>
      {put.error && <Trouble error={put.error} />}
      {found.error && <Trouble error={found.error} onRetry={() => void found.refetch()} />}
      {!found.data && !found.error && <Waiting what="Making the class in other ways" />}
      {found.data && (
        <Flex gap="4" align="stretch" overflowX="auto" pb="2">
          <ChoiceColumn choice={found.data.now} slotSeconds={found.data.slot_seconds} title="As it is" />
          {found.data.choices.map((choice, number) => (
            <ChoiceColumn
              key={`${choice.name} ${choice.new_movements.join(' ')}`}
              choice={choice}
              slotSeconds={found.data.slot_seconds}
              title={choice.other_shape ? 'Built otherwise' : 'Other movements'}
              busy={put.isPending}
              onTake={() => take(choice)}
              takeLabel={`Take choice ${number + 1}`}
            />
          ))}
          {found.data.choices.length === 0 && (
            <Text alignSelf="center">
              The classes around it leave no other way to make it. Unlock a neighbour, or choose other kit.
            </Text>
          )}
        </Flex>
      )}
    </Box>
  );
}

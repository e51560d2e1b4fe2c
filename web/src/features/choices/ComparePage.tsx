import { Box, chakra, Flex, Heading, Link, NativeSelect, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink, useSearchParams } from 'react-router';

import { ChoiceColumn } from './ChoiceColumn';
import { classOptions } from '~/features/bench';
import { boardOptions } from '~/features/board';
import { listOptions } from '~/features/series';
import { DAYS, dayLabel, figure } from '~/shared/format/time';
import type { Schemas } from '~/shared/http/client';
import { useNames, useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

type Detail = Schemas['ClassDetail'];

/** Two classes of any series side by side: what only one of them has is bold, and sets by muscle. */
export function ComparePage() {
  const [params, setParams] = useSearchParams();
  const words = useVocabulary();
  const [one, other] = [placeOf(params.get('one')), placeOf(params.get('other'))];
  const ours = useQuery(classOptions(one.series, one.slot));
  const theirs = useQuery(classOptions(other.series, other.slot));
  const error = ours.error ?? theirs.error ?? words.error;
  const choose = (which: 'one' | 'other', place: Place) => {
    const next = new URLSearchParams(params);
    next.set(which, `${place.series}.${place.slot}`);
    setParams(next, { replace: true });
  };
  return (
    <Box>
      <Heading as="h1" size="xl" mb="2">
        Two classes
      </Heading>
      {error && <Trouble error={error} />}
      <Flex gap="3" wrap="wrap" align="flex-start">
        <Side place={one} label="One class" onPlace={(place) => choose('one', place)}>
          {ours.data && words.ready && <Column detail={ours.data} beside={theirs.data} />}
        </Side>
        <Side place={other} label="The other class" onPlace={(place) => choose('other', place)}>
          {theirs.data && words.ready && <Column detail={theirs.data} beside={ours.data} />}
        </Side>
        {ours.data && theirs.data && words.ready && <Muscles one={ours.data} other={theirs.data} />}
      </Flex>
      {!error && !(ours.data && theirs.data && words.ready) && <Waiting what="Opening the classes" />}
    </Box>
  );
}

interface Place {
  series: number;
  slot: number;
}

/** A class in the address: the number of its series and of its slot. */
function placeOf(text: string | null): Place {
  const [series, slot] = (text ?? '').split('.').map(Number);
  return { series: series || 0, slot: slot || 0 };
}

interface SideProps {
  place: Place;
  label: string;
  onPlace: (place: Place) => void;
  children: React.ReactNode;
}

/** A column with the choice of its class above. */
function Side({ place, label, onPlace, children }: SideProps) {
  const list = useQuery(listOptions);
  const board = useQuery(boardOptions(place.series));
  return (
    <Box flex="1" minW="64" maxW="lg">
      <Flex gap="2" mb="2">
        <NativeSelect.Root size="xs">
          <NativeSelect.Field
            aria-label={`Series of ${label.toLowerCase()}`}
            value={place.series}
            onChange={(event) => onPlace({ series: Number(event.target.value), slot: 0 })}
          >
            {list.data?.map((series) => (
              <option key={series.id} value={series.id}>
                {series.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <NativeSelect.Root size="xs">
          <NativeSelect.Field
            aria-label={label}
            value={place.slot}
            onChange={(event) => onPlace({ ...place, slot: Number(event.target.value) })}
          >
            {board.data?.classes.map((entry) => (
              <option key={entry.slot} value={entry.slot}>
                {dayLabel(7 * entry.week + entry.weekday)}: {entry.name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Flex>
      {children}
    </Box>
  );
}

function Column({ detail, beside }: { detail: Detail; beside: Detail | undefined }) {
  const theirs = new Set(movementsOf(beside));
  const choice: Schemas['ChoiceModel'] = {
    name: detail.name,
    kit: detail.kit,
    real_seconds: detail.real_seconds,
    other_shape: false,
    new_movements: movementsOf(detail).filter((movement) => !theirs.has(movement)),
    blocks: detail.blocks,
    verdict: '',
    as_good: true,
    breaks: detail.findings.filter((found) => found.mode === 'must').map((found) => found.what),
    misses: detail.findings.filter((found) => found.mode === 'aim').map((found) => found.what),
    mends: [],
    document: {},
  };
  return (
    <>
      <ChoiceColumn
        choice={choice}
        slotSeconds={detail.slot_seconds}
        title={`${detail.series_name}, week ${detail.week + 1} ${DAYS[detail.weekday]}`}
      />
      <Link asChild textDecoration="underline" fontSize="xs">
        <RouterLink to={`/series/${detail.series}/classes/${detail.slot}`}>Open it</RouterLink>
      </Link>
    </>
  );
}

function movementsOf(detail: Detail | undefined): string[] {
  return (detail?.blocks ?? []).flatMap((block) => block.items.map((item) => item.movement));
}

function Ends({ words }: { words: string }) {
  return (
    <chakra.th scope="col" textAlign="right" fontWeight="400" color="soft">
      {words}
    </chakra.th>
  );
}

/** Sets by muscle in the one and in the other, the largest difference first. */
function Muscles({ one, other }: { one: Detail; other: Detail }) {
  const name = useNames();
  const theirs = new Map(other.volume.muscles.map((own) => [own.muscle, own.sets]));
  const rows = one.volume.muscles
    .map((own) => ({ muscle: own.muscle, ours: own.sets, theirs: theirs.get(own.muscle) ?? 0 }))
    .filter((row) => row.ours > 0 || row.theirs > 0)
    .sort((a, b) => Math.abs(b.ours - b.theirs) - Math.abs(a.ours - a.theirs));
  return (
    <Box as="section" aria-label="Sets by muscle" minW="56">
      <Heading as="h2" size="sm">
        Sets by muscle
      </Heading>
      <Box as="table" fontSize="xs" w="full">
        <thead>
          <tr>
            <td />
            <Ends words="left" />
            <Ends words="right" />
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.muscle}>
              <th scope="row" style={{ textAlign: 'left', fontWeight: 400 }}>
                {name(row.muscle)}
              </th>
              <td>
                <Text fontFamily="mono" textAlign="right">
                  {figure(row.ours)}
                </Text>
              </td>
              <td>
                <Text fontFamily="mono" textAlign="right">
                  {figure(row.theirs)}
                </Text>
              </td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

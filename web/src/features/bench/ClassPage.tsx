import { Box, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';

import { classOptions, documentOptions, useClassWrites } from './api';
import { ClassHead } from './ClassHead';
import { ClassNote } from './ClassNote';
import { DeskSide } from './DeskSide';
import { DraftBar } from './DraftBar';
import { GoneClass } from './GoneClass';
import { PartList } from './PartList';
import { Tape } from './Tape';
import { type Place, useDesk } from './useDesk';
import { usePartActs } from './usePartActs';
import { type ClassDocument, MovementNames } from '~/features/edit';
import { Beside } from '~/features/live';
import { useIsDirector } from '~/features/signin';
import { dayLabel } from '~/shared/format/time';
import type { Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { formatsOptions, useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

export function ClassPage() {
  const params = useParams();
  const [series, slot] = [Number(params.id), Number(params.slot)];
  const detail = useQuery(classOptions(series, slot));
  const document = useQuery(documentOptions(series, slot));
  const forms = useQuery(formatsOptions);
  const words = useVocabulary();
  const error = detail.error ?? document.error ?? forms.error ?? words.error;
  if (detail.error instanceof Problem && detail.error.status === 404) return <GoneClass series={series} />;
  // What is open stays open: a draft outlives an outage and another's change.
  if (detail.data && document.data && forms.data && words.ready)
    return <OneClass key={slot} detail={detail.data} current={document.data as ClassDocument} forms={forms.data} />;
  if (error) return <Trouble error={error} onRetry={() => void detail.refetch()} />;
  return <Waiting what="Opening the class" />;
}

interface Props {
  detail: Schemas['ClassDetail'];
  /** The class as it is stored, as a document. */
  current: ClassDocument;
  forms: Schemas['FormatModel'][];
}

/** The desk of one class: its tape, its parts, and beside them what is picked. */
function OneClass({ detail: stored, current, forms }: Props) {
  const may = useIsDirector();
  const [picked, setPicked] = useState<Place>(null);
  const [fresh, setFresh] = useState(false);
  const desk = useDesk(stored, current, forms);
  const pick = (place: Place) => {
    setFresh(false);
    setPicked(place);
  };
  const acts = usePartActs(desk, picked, pick);
  const writes = useClassWrites(stored.series, stored.slot, stored.version);
  const every = [writes.swap, writes.lock, writes.lockBlock, writes.refill];
  const busy = every.some((write) => write.isPending) || desk.put.isPending;
  const error = every.find((write) => write.error)?.error;
  const tape = shownPlace(desk, picked);
  return (
    // Room for the bar of an edit, which lies over the foot of the page.
    <Box pb={may ? '16' : '0'}>
      <MovementNames />
      <Beside
        series={stored.series}
        place={dayLabel(7 * stored.week + stored.weekday).toLowerCase()}
        version={stored.version}
      />
      <ClassHead
        detail={desk.detail}
        busy={busy}
        drafted={desk.dirty}
        onLock={(locked) => writes.lock.mutate(locked)}
        onRefill={() => writes.refill.mutate(null)}
      />
      {error && <Trouble error={error} />}
      {may && <DraftBar desk={desk} current={current} />}
      <Tape detail={desk.detail} selected={tape} onSelect={(block, place) => pick(draftPlace(desk, block, place))} />
      <Flex gap="5" mt="3" align="flex-start" direction={{ base: 'column', lg: 'row' }}>
        <Box flex="1" minW="0" w="full">
          <Notes detail={desk.detail} />
          <ClassNote desk={desk} may={may} />
          <PartList
            desk={desk}
            picked={picked}
            may={may}
            acts={{
              ...acts,
              addBlock: (block) => {
                acts.addBlock(block);
                setFresh(true);
              },
            }}
            onPick={pick}
          />
        </Box>
        <DeskSide
          desk={desk}
          forms={forms}
          picked={picked}
          may={may}
          busy={busy}
          fresh={fresh}
          acts={acts}
          writes={writes}
          onPick={pick}
        />
      </Flex>
    </Box>
  );
}

function Notes({ detail }: { detail: Schemas['ClassDetail'] }) {
  return (
    <>
      {detail.spared.length > 0 && (
        <Text fontSize="sm" mb="1">
          <b>Spared in this class:</b> {detail.spared.join('; ')}.
        </Text>
      )}
      {detail.sharing.map((line) => (
        <Text key={line} fontSize="sm" color="lichenInk">
          {line}
        </Text>
      ))}
    </>
  );
}

type Desk = ReturnType<typeof useDesk>;

/** Where a picked movement stands in the class as it is shown. */
function shownPlace(desk: Desk, picked: Place): { block: number; place: number } | null {
  const row = picked?.place != null ? desk.design.blocks[picked.block]?.items?.[picked.place]?.row : undefined;
  const at = desk.at.get(row);
  return at?.place == null ? null : { block: at.block, place: at.place };
}

/** Where a movement of the class as it is shown stands in what was typed. */
function draftPlace(desk: Desk, block: number, place: number): Place {
  const row = [...desk.at].find(([, at]) => at.block === block && at.place === place)?.[0];
  for (const [number, own] of desk.design.blocks.entries()) {
    const found = own.items?.findIndex((item) => item.row === row) ?? -1;
    if (found >= 0) return { block: number, place: found };
  }
  return null;
}

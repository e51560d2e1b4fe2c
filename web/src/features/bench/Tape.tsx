import { Box, Flex, Text } from '@chakra-ui/react';
import { type KeyboardEvent, useState } from 'react';

import css from './Tape.module.css';
import { cueWords, lookOf, minuteMarks } from './tapeGeometry';
import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';
import { clock } from '~/shared/format/time';
import { colour } from '~/shared/ui/colour';

interface Props {
  detail: Schemas['ClassDetail'];
  selected: { block: number; place: number } | null;
  onSelect: (block: number, place: number) => void;
}

/** The class drawn to time: the nominal clock above, the real clock below with its extras. */
export function Tape({ detail, selected, onSelect }: Props) {
  const [at, setAt] = useState('');
  const length = Math.max(detail.slot_seconds, detail.real_seconds);
  return (
    <Box as="section" aria-label="Tape" bg="panel" border="1px solid" borderColor="line" px="3" pt="2" pb="1">
      <Strip
        cues={detail.nominal}
        detail={detail}
        length={length}
        height="3"
        label="Nominal"
        total={detail.nominal_seconds}
      />
      <Strip
        cues={detail.real}
        detail={detail}
        length={length}
        height="12"
        label="Real"
        total={detail.real_seconds}
        selected={selected}
        onSelect={onSelect}
        onPoint={setAt}
      />
      <Flex>
        <Box w="28" />
        <Box position="relative" flex="1" h="5" fontFamily="mono" fontSize="xs" color="soft" aria-hidden="true">
          {minuteMarks(length).map((mark) => (
            <Text
              key={mark}
              position="absolute"
              transform={mark ? 'translateX(-50%)' : undefined}
              style={{ left: `${(100 * mark) / length}%` }}
            >
              {mark / 60}
            </Text>
          ))}
        </Box>
      </Flex>
      <Text fontSize="xs" color="soft" minH="5" aria-live="off">
        {at ||
          'Point at the tape to read a cue. Hatched: changes, showings and switches of side. What takes longer than announced stands out below the strip.'}
      </Text>
    </Box>
  );
}

interface StripProps {
  cues: Schemas['CueModel'][];
  detail: Schemas['ClassDetail'];
  length: number;
  height: string;
  label: string;
  total: number;
  selected?: { block: number; place: number } | null;
  onSelect?: (block: number, place: number) => void;
  onPoint?: (words: string) => void;
}

function Strip({ cues, detail, length, height, label, total, selected, onSelect, onPoint }: StripProps) {
  const movements = useMovements();
  const [read, setRead] = useState(0);
  const wordsOf = (cue: Schemas['CueModel'] | undefined) =>
    cue
      ? cueWords(
          cue,
          lookOf(cue, detail.blocks[cue.block]?.purpose ?? ''),
          cue.movement ? (movements.get(cue.movement)?.name ?? cue.movement) : '',
          clock,
        )
      : '';
  const here = Math.min(read, cues.length - 1);
  const walk = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const cue = cues[here];
    if (by) {
      const next = Math.max(0, Math.min(cues.length - 1, here + by));
      setRead(next);
      onPoint?.(wordsOf(cues[next]));
    } else if (event.key === 'Enter' && cue && cue.place !== null) onSelect?.(cue.block, cue.place);
    else return;
    event.preventDefault();
  };
  // With a pointer each cue is read where it is; with the keys the strip is one control that walks along.
  const reading = onPoint && cues.length > 0;
  return (
    <Flex align="center" mb="1">
      <Text w="28" flexShrink="0" fontSize="xs">
        {label}{' '}
        <Text as="span" fontFamily="mono">
          {clock(total)}
        </Text>
      </Text>
      <Box
        position="relative"
        flex="1"
        h={height}
        bg="page"
        data-drawn
        role={reading ? 'slider' : 'img'}
        aria-label={`${label} clock, ${clock(total)} of ${clock(detail.slot_seconds)}`}
        {...(reading && {
          tabIndex: 0,
          'aria-valuemin': 0,
          'aria-valuemax': cues.length - 1,
          'aria-valuenow': here,
          'aria-valuetext': wordsOf(cues[here]),
          onKeyDown: walk,
          onFocus: () => onPoint(wordsOf(cues[here])),
        })}
      >
        {cues.map((cue, index) => {
          const look = lookOf(cue, detail.blocks[cue.block]?.purpose ?? '');
          const chosen = selected && cue.block === selected.block && cue.place === selected.place;
          return (
            <div
              key={index}
              className={[
                css.cue,
                look.hatched && css.hatched,
                cue.extra && css.extra,
                chosen && css.chosen,
                cue.movement && onSelect && css.pressed,
              ]
                .filter(Boolean)
                .join(' ')}
              style={{
                left: `${(100 * cue.start) / length}%`,
                width: `${(100 * (cue.end - cue.start)) / length}%`,
                backgroundColor: colour(look.fill),
              }}
              data-cue={onPoint ? cue.kind : undefined}
              onMouseEnter={() => onPoint?.(wordsOf(cue))}
              onClick={() => {
                if (cue.place !== null) onSelect?.(cue.block, cue.place);
              }}
            />
          );
        })}
        <span className={css.end} style={{ left: `${(100 * detail.slot_seconds) / length}%` }} />
      </Box>
    </Flex>
  );
}

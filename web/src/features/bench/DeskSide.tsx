import { Box, Button } from '@chakra-ui/react';
import { useEffect, useRef } from 'react';

import type { useClassWrites } from './api';
import { ClassSummary } from './ClassSummary';
import { MovementPanel } from './MovementPanel';
import { PartPanel } from './PartPanel';
import type { Desk, Place } from './useDesk';
import type { PartActs } from './usePartActs';
import type { Schemas } from '~/shared/http/client';

interface Props {
  desk: Desk;
  forms: Schemas['FormatModel'][];
  picked: Place;
  may: boolean;
  busy: boolean;
  fresh: boolean;
  acts: PartActs;
  writes: ReturnType<typeof useClassWrites>;
  onPick: (place: Place) => void;
}

/** From this width on it stands beside the parts: the breakpoint lg. */
const BESIDE = '(min-width: 64rem)';

/** Beside the parts: what is picked, a movement, a part or the class as a whole. */
export function DeskSide(props: Props) {
  const { picked, onPick } = props;
  const side = useRef<HTMLDivElement>(null);
  const shown = picked && `${picked.block}.${picked.place}`;
  useEffect(() => {
    // Below the parts it would open unseen; where it stands beside them nothing moves.
    if (shown && !window.matchMedia(BESIDE).matches) side.current?.scrollIntoView({ block: 'start' });
  }, [shown]);
  return (
    <Box ref={side} as="aside" aria-label="Details" w={{ base: 'full', lg: '96' }} flexShrink="0">
      <Box bg="panel" border="1px solid" borderColor="line" p="3">
        {picked && (
          <Button size="2xs" variant="ghost" mb="1" onClick={() => onPick(null)}>
            The class as a whole
          </Button>
        )}
        <Picked {...props} />
      </Box>
    </Box>
  );
}

function Picked({ desk, forms, picked, may, busy, fresh, acts, writes }: Props) {
  const block = picked && desk.design.blocks[picked.block];
  if (!picked || !block) return <ClassSummary desk={desk} may={may} />;
  const item = picked.place === null ? undefined : block.items?.[picked.place];
  if (item && picked.place !== null) {
    const { place } = picked;
    return (
      <MovementPanel
        key={String(item.row)}
        desk={desk}
        forms={forms}
        block={picked.block}
        place={place}
        item={item}
        may={may}
        busy={busy}
        acts={acts}
        onSwap={(movement) =>
          desk.dirty
            ? acts.setItem(picked.block, place, { row: item.row, movement })
            : writes.swap.mutate({ block: picked.block, place, movement })
        }
      />
    );
  }
  const at = desk.at.get(block.row)?.block;
  return (
    <PartPanel
      key={String(block.row)}
      number={picked.block}
      block={block}
      desk={desk}
      told={at === undefined ? undefined : desk.detail.blocks[at]}
      forms={forms}
      acts={acts}
      may={may}
      fresh={fresh}
      stored={
        desk.dirty
          ? null
          : {
              busy: busy || desk.stored.locked,
              onRefill: () => writes.refill.mutate([picked.block]),
              onLock: (locked) => writes.lockBlock.mutate({ block: picked.block, locked }),
            }
      }
    />
  );
}

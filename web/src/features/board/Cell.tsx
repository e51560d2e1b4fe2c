import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Box, Button } from '@chakra-ui/react';
import { EllipsisVertical } from 'lucide-react';
import { createContext, memo, useContext } from 'react';

import css from './ClassBlock.module.css';
import { ClassBlock } from './ClassBlock';
import { type Lens, markOf } from './lens';
import type { Sought } from './repeats';
import type { Seen } from './seen';
import type { Schemas } from '~/shared/http/client';
import { dayLabel } from '~/shared/format/time';

/** How the classes of a board are looked at. */
export interface Look {
  lens: Lens;
  seen: Seen;
  sought: Sought | null;
  /** Only this mark of the legend; all where it is empty. */
  only: string;
  full: boolean;
}

interface Shown {
  series: number;
  at: Map<number, Schemas['BoardClass']>;
  look: Look;
  onWrite: ((day: number) => void) | null;
}

/** The classes by day and how they are looked at: another lens draws blocks anew, and no cells. */
export const ShownClasses = createContext<Shown | null>(null);

interface Props {
  day: number;
  /** Whether there is a class that may go elsewhere. */
  movable: boolean;
  open: boolean;
  picked: boolean;
  /** Whether some class is carried; whether it may be put down here, and is held over this day. */
  carrying: boolean;
  target: boolean;
  over: boolean;
  onPick: (day: number, more: boolean) => void;
  onOver: (day: number) => void;
  onPut: (day: number) => void;
}

/** One day of the board: its class, which can be dragged away, and a place to put another. */
export const Cell = memo(function Cell(props: Props) {
  const { day, movable, open, picked, carrying, target, over, onPick, onOver, onPut } = props;
  const { setNodeRef: place } = useDroppable({ id: day, disabled: !open });
  const { setNodeRef: held, listeners } = useDraggable({ id: day, disabled: !movable });
  return (
    <div
      ref={place}
      className={picked ? `${css.cell} ${css.picked}` : css.cell}
      data-day={day}
      data-movable={movable || undefined}
    >
      <div
        ref={held}
        {...listeners}
        className={css.cell}
        data-held={movable || undefined}
        onClickCapture={(event) => {
          if (!event.shiftKey && !event.ctrlKey && !event.metaKey) return;
          if (!movable) return;
          event.preventDefault();
          onPick(day, true);
        }}
      >
        <Content day={day} open={open} />
      </div>
      {movable && !carrying && (
        <button
          type="button"
          className={css.pick}
          aria-pressed={picked}
          aria-label={`Move, copy or lock ${dayLabel(day)}`}
          title="Move, copy, lock, take off"
          onClick={(event) => onPick(day, event.shiftKey || event.ctrlKey || event.metaKey)}
        >
          <EllipsisVertical size={16} aria-hidden="true" />
        </button>
      )}
      {target && (
        <button
          type="button"
          className={css.target}
          data-over={over}
          aria-label={`Put it on ${dayLabel(day)}`}
          onMouseEnter={() => onOver(day)}
          onFocus={() => onOver(day)}
          onClick={() => onPut(day)}
        />
      )}
    </div>
  );
});

function Content({ day, open }: { day: number; open: boolean }) {
  const shown = useContext(ShownClasses);
  const entry = shown?.at.get(day);
  if (!shown || !entry)
    return (
      <Box h="full" border="1px dashed" borderColor="line" p="2" color="soft">
        {open ? 'Not planned' : 'No class'}
        {open && shown?.onWrite && (
          <Button
            size="2xs"
            variant="outline"
            display="block"
            mt="1"
            aria-label={`Write the class of ${dayLabel(day)}`}
            onClick={() => shown.onWrite?.(day)}
          >
            Write it
          </Button>
        )}
      </Box>
    );
  const { lens, seen, sought, only, full } = shown.look;
  return (
    <ClassBlock
      series={shown.series}
      entry={entry}
      lens={lens}
      seen={seen}
      sought={sought}
      full={full}
      dim={only !== '' && markOf(entry, lens, seen, sought) !== only}
    />
  );
}

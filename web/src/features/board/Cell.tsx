import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Box } from '@chakra-ui/react';
import { EllipsisVertical } from 'lucide-react';
import { memo, type ReactNode } from 'react';

import css from './ClassBlock.module.css';
import type { Moving } from './moves';
import { dayLabel } from '~/shared/format/time';

interface Props {
  day: number;
  /** Whether there is a class that may go elsewhere. */
  movable: boolean;
  open: boolean;
  picked: boolean;
  moving: Moving | null;
  onPick: (day: number, more: boolean) => void;
  onOver: (day: number) => void;
  onPut: (day: number) => void;
  /** The block of the class; nothing where there is none. */
  children: ReactNode;
}

/** One day of the board: its class, which can be dragged away, and a place to put another. */
export const Cell = memo(function Cell(props: Props) {
  const { day, movable, open, picked, moving, onPick, onOver, onPut, children } = props;
  const drop = useDroppable({ id: day, disabled: !open });
  const drag = useDraggable({ id: day, disabled: !movable });
  const target = moving !== null && open && moving.day !== day;
  return (
    <div
      ref={drop.setNodeRef}
      className={picked || moving?.day === day ? `${css.cell} ${css.picked}` : css.cell}
      data-day={day}
    >
      <div
        ref={drag.setNodeRef}
        {...drag.listeners}
        className={css.cell}
        onClickCapture={(event) => {
          if (!event.shiftKey && !event.ctrlKey && !event.metaKey) return;
          if (!movable) return;
          event.preventDefault();
          onPick(day, true);
        }}
      >
        {children ?? (
          <Box h="full" border="1px dashed" borderColor="line" p="2" color="soft">
            {open ? 'Not planned' : 'No class'}
          </Box>
        )}
      </div>
      {movable && !moving && (
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
          data-over={moving.over === day}
          aria-label={`Put it on ${dayLabel(day)}`}
          onMouseEnter={() => onOver(day)}
          onFocus={() => onOver(day)}
          onClick={() => onPut(day)}
        />
      )}
    </div>
  );
});

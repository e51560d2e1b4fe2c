import type { ReactNode } from 'react';

import { Dragging } from './Dragging';
import type { Moving } from './moves';
import { dayLabel } from '~/shared/format/time';

interface Props {
  moving: Moving | null;
  onMoving: (moving: Moving | null) => void;
  onDrop: (moving: Moving) => void;
  children: ReactNode;
}

const HOW = 'Press space to pick the class up, arrows to choose a day, space to put it down, escape to leave it.';

/** Classes that are dragged from day to day. */
export function DraggedClasses({ moving, onMoving, onDrop, children }: Props) {
  const held = (day: number | string, over: number | string | null): Moving => ({
    day: Number(day),
    kind: moving?.kind ?? 'exchange',
    over: over === null ? null : Number(over),
  });
  return (
    <Dragging
      held={moving && dayLabel(moving.day)}
      said={(day) => dayLabel(Number(day))}
      how={HOW}
      onHold={(day, over) => onMoving(held(day, over))}
      onDrop={(day, over) => onDrop(held(day, over))}
      onLeave={() => onMoving(null)}
    >
      {children}
    </Dragging>
  );
}

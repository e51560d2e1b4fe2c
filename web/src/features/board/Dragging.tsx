import {
  closestCenter,
  DndContext,
  DragOverlay,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { ReactNode } from 'react';

import css from './ClassBlock.module.css';
import type { Moving } from './moves';
import { dayLabel } from '~/shared/format/time';

interface Props {
  moving: Moving | null;
  onMoving: (moving: Moving | null) => void;
  onDrop: (moving: Moving) => void;
  children: ReactNode;
}

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** From one day to the nearest in the direction of an arrow. */
const toNextDay: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const step = STEPS[event.code];
  const from = context.collisionRect;
  if (!step || !from) return undefined;
  event.preventDefault();
  const at = { x: from.left + from.width / 2, y: from.top + from.height / 2 };
  let best: { x: number; y: number; far: number } | null = null;
  for (const container of context.droppableContainers.getEnabled()) {
    const rect = context.droppableRects.get(container.id);
    if (!rect) continue;
    const x = rect.left + rect.width / 2 - at.x;
    const y = rect.top + rect.height / 2 - at.y;
    const along = x * step[0] + y * step[1];
    if (along < 8) continue;
    const far = along + 4 * Math.abs(x * step[1] + y * step[0]);
    if (!best || far < best.far) best = { x, y, far };
  }
  return best ? { x: currentCoordinates.x + best.x, y: currentCoordinates.y + best.y } : undefined;
};

/** What is needed to drag a class with the mouse, a finger or the keyboard (space, arrows, space). */
export function Dragging({ moving, onMoving, onDrop, children }: Props) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: toNextDay,
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  const held = (active: number, over: number | undefined): Moving => ({
    day: active,
    kind: moving?.kind ?? 'exchange',
    over: over === undefined || over === active ? null : over,
  });
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={({ active }) => onMoving(held(Number(active.id), undefined))}
      onDragOver={({ active, over }) => onMoving(held(Number(active.id), over ? Number(over.id) : undefined))}
      onDragEnd={({ active, over }) => onDrop(held(Number(active.id), over ? Number(over.id) : undefined))}
      onDragCancel={() => onMoving(null)}
      accessibility={{ announcements: SAID, screenReaderInstructions: { draggable: HOW } }}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {moving && <div className={css.ghost}>{dayLabel(moving.day)}</div>}
      </DragOverlay>
    </DndContext>
  );
}

const HOW = 'Press space to pick the class up, arrows to choose a day, space to put it down, escape to leave it.';
const SAID = {
  onDragStart: ({ active }: { active: { id: number | string } }) => `Picked up ${dayLabel(Number(active.id))}.`,
  onDragOver: ({ over }: { over: { id: number | string } | null }) =>
    over ? `Over ${dayLabel(Number(over.id))}.` : 'Over no day.',
  onDragEnd: ({ over }: { over: { id: number | string } | null }) =>
    over ? `Put on ${dayLabel(Number(over.id))}.` : 'Put back.',
  onDragCancel: () => 'Left where it was.',
};

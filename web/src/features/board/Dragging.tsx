import {
  type Announcements,
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

type Id = string | number;

interface Props {
  /** What is carried, as it is drawn under the pointer. */
  held: string | null;
  /** What a draggable or a place is called. */
  said: (id: Id) => string;
  how: string;
  onHold: (id: Id, over: Id | null) => void;
  onDrop: (id: Id, over: Id | null) => void;
  onLeave: () => void;
  children: ReactNode;
}

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** From one place to the nearest in the direction of an arrow. */
const toNextPlace: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
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

/** What is needed to drag with the mouse, a finger or the keyboard (space, arrows, space). */
export function Dragging({ held, said, how, onHold, onDrop, onLeave, children }: Props) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: toNextPlace,
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={({ active }) => onHold(active.id, null)}
      onDragOver={({ active, over }) => onHold(active.id, elsewhere(active.id, over))}
      onDragEnd={({ active, over }) => onDrop(active.id, elsewhere(active.id, over))}
      onDragCancel={onLeave}
      accessibility={{ announcements: announced(said), screenReaderInstructions: { draggable: how } }}
    >
      {children}
      <DragOverlay dropAnimation={null}>{held !== null && <div className={css.ghost}>{held}</div>}</DragOverlay>
    </DndContext>
  );
}

interface Place {
  id: Id;
}

function elsewhere(active: Id, over: Place | null): Id | null {
  return over === null || over.id === active ? null : over.id;
}

function announced(said: (id: Id) => string): Announcements {
  return {
    onDragStart: ({ active }) => `Picked up ${said(active.id)}.`,
    onDragOver: ({ over }) => (over ? `Over ${said(over.id)}.` : 'Over nothing.'),
    onDragEnd: ({ over }) => (over ? `Put on ${said(over.id)}.` : 'Put back.'),
    onDragCancel: () => 'Left where it was.',
  };
}

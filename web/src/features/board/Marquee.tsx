import { type MouseEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react';

import css from './Marquee.module.css';

interface Props {
  disabled: boolean;
  /** The days whose classes the rectangle touches, in their order; `more` adds them to what is picked. */
  onPicked: (days: number[], more: boolean) => void;
  children: ReactNode;
}

interface Drawn {
  x: number;
  y: number;
  toX: number;
  toY: number;
}

/** So far a pointer goes before it draws, in pixels: less is a press. */
const LEAST = 6;
/** A press on these is theirs, unless shift is held. */
const THEIRS = 'a, button, input, select, [data-held]';

/** A rectangle, drawn over the board from a gap or with shift held from anywhere, picks what it touches. */
export function Marquee({ disabled, onPicked, children }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const began = useRef<{ x: number; y: number } | null>(null);
  const swallow = useRef(false);
  const [drawn, setDrawn] = useState<Drawn | null>(null);

  const begin = (event: PointerEvent) => {
    swallow.current = false;
    if (disabled || event.pointerType !== 'mouse' || event.button !== 0) return;
    if (!event.shiftKey && (event.target as Element).closest(THEIRS)) return;
    began.current = { x: event.clientX, y: event.clientY };
  };
  const draw = (event: PointerEvent) => {
    const from = began.current;
    if (!from || !frame.current) return;
    const far = Math.hypot(event.clientX - from.x, event.clientY - from.y);
    if (!drawn && far < LEAST) return;
    // Captured only now: a press that draws nothing stays a click on what it was on.
    if (!drawn) frame.current.setPointerCapture(event.pointerId);
    setDrawn({ x: from.x, y: from.y, toX: event.clientX, toY: event.clientY });
  };
  const end = (event: PointerEvent) => {
    began.current = null;
    if (!drawn || !frame.current) return;
    setDrawn(null);
    swallow.current = true;
    const days = touched(frame.current, drawn);
    if (days.length) onPicked(days, event.shiftKey);
  };
  const leave = () => {
    began.current = null;
    setDrawn(null);
  };
  // Without this a class would be dragged, or text chosen, while one draws.
  const still = (event: MouseEvent) => {
    if (!began.current) return;
    event.stopPropagation();
    event.preventDefault();
  };
  // The click that ends a rectangle is no click on what lies under it.
  const unclicked = (event: MouseEvent) => {
    if (!swallow.current) return;
    swallow.current = false;
    event.stopPropagation();
    event.preventDefault();
  };
  return (
    <div
      ref={frame}
      onPointerDownCapture={begin}
      onPointerMove={draw}
      onPointerUp={end}
      onPointerCancel={leave}
      onMouseDownCapture={still}
      onClickCapture={unclicked}
    >
      {children}
      {drawn && <div className={css.drawn} style={placed(drawn)} aria-hidden="true" />}
    </div>
  );
}

function placed({ x, y, toX, toY }: Drawn) {
  return { left: Math.min(x, toX), top: Math.min(y, toY), width: Math.abs(toX - x), height: Math.abs(toY - y) };
}

function touched(frame: HTMLElement, drawn: Drawn): number[] {
  const { left, top, width, height } = placed(drawn);
  return [...frame.querySelectorAll<HTMLElement>('[data-day][data-movable]')]
    .filter((cell) => {
      const at = cell.getBoundingClientRect();
      return at.left < left + width && at.right > left && at.top < top + height && at.bottom > top;
    })
    .map((cell) => Number(cell.dataset.day))
    .sort((one, other) => one - other);
}

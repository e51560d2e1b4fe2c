import { useState } from 'react';

import { type Move, moveOf, type Moving, useMove } from './moves';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';

/** What is being done with the classes of a board: picked, on its way, made. */
export interface Moves {
  may: boolean;
  picked: number[];
  moving: Moving | null;
  busy: boolean;
  error: Error | null;
  pick: (day: number, more: boolean) => void;
  setMoving: (moving: Moving | null) => void;
  over: (day: number) => void;
  put: (day: number) => void;
  drop: (moving: Moving) => void;
  make: (move: Move) => void;
  leave: () => void;
}

export function useMoves(board: Schemas['Board']): Moves {
  const may = useIsDirector();
  const [picked, setPicked] = useState<number[]>([]);
  const [moving, setMoving] = useState<Moving | null>(null);
  const made = useMove(board.id, board.version);
  const leave = () => {
    setPicked([]);
    setMoving(null);
  };
  const make = (move: Move) => made.mutate(move, { onSettled: leave });
  const drop = (held: Moving) => {
    const move = moveOf(held);
    if (move) {
      setMoving(held);
      make(move);
    } else setMoving(null);
  };
  return {
    may,
    picked,
    moving,
    busy: made.isPending,
    error: made.error,
    pick: (day, more) =>
      setPicked((days) => {
        if (days.includes(day)) return days.filter((own) => own !== day);
        return more ? [...days, day] : [day];
      }),
    setMoving: (wanted) => {
      if (wanted) made.reset();
      setMoving(wanted);
    },
    over: (day) => setMoving((held) => held && { ...held, over: day }),
    put: (day) => moving && drop({ ...moving, over: day }),
    drop,
    make,
    leave,
  };
}

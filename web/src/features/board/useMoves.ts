import { useCallback, useState } from 'react';
import { useNavigate } from 'react-router';

import { type Carrying, type Move, moveOf, type Moving, useMove } from './moves';
import { useIsDirector } from '~/features/signin';
import type { Schemas } from '~/shared/http/client';

/** What is being done with the classes of a board: picked, on its way, made. */
export interface Moves {
  may: boolean;
  picked: number[];
  moving: Moving | null;
  carrying: Carrying | null;
  busy: boolean;
  error: Error | null;
  pick: (day: number, more: boolean) => void;
  pickAll: (days: number[], more: boolean) => void;
  /** Whether every press picks one more, for fingers that have no shift. */
  several: boolean;
  setSeveral: (on: boolean) => void;
  setMoving: (moving: Moving | null) => void;
  setCarrying: (carrying: Carrying | null) => void;
  over: (day: number) => void;
  put: (day: number) => void;
  drop: (moving: Moving) => void;
  make: (move: Move) => void;
  /** Give a day an empty class and open it. */
  write: (day: number) => void;
  leave: () => void;
}

export function useMoves(board: Schemas['Board']): Moves {
  const may = useIsDirector();
  const [picked, setPicked] = useState<number[]>([]);
  const [several, setSeveral] = useState(false);
  const [moving, setHeld] = useState<Moving | null>(null);
  const [carrying, setCarried] = useState<Carrying | null>(null);
  const { mutate, reset, isPending, error } = useMove(board.id, board.version);
  const leave = useCallback(() => {
    setPicked([]);
    setSeveral(false);
    setHeld(null);
    setCarried(null);
  }, []);
  const make = useCallback((move: Move) => mutate(move, { onSettled: leave }), [mutate, leave]);
  const setMoving = useCallback(
    (wanted: Moving | null) => {
      if (wanted) reset();
      setHeld(wanted);
    },
    [reset],
  );
  const setCarrying = useCallback(
    (wanted: Carrying | null) => {
      if (wanted) reset();
      setCarried(wanted);
    },
    [reset],
  );
  const drop = useCallback(
    (held: Moving) => {
      const move = moveOf(held);
      setHeld(move && held);
      if (move) make(move);
    },
    [make],
  );
  const pick = useCallback(
    (day: number, more: boolean) =>
      setPicked((days) => {
        if (days.includes(day)) return days.filter((own) => own !== day);
        return more || several ? [...days, day] : [day];
      }),
    [several],
  );
  const pickAll = useCallback(
    (wanted: number[], more: boolean) =>
      setPicked((days) => (more ? [...days, ...wanted.filter((day) => !days.includes(day))] : wanted)),
    [],
  );
  const over = useCallback((day: number) => setHeld((held) => held && { ...held, over: day }), []);
  const put = useCallback((day: number) => moving && drop({ ...moving, over: day }), [moving, drop]);
  const navigate = useNavigate();
  const { id, slots } = board;
  const write = useCallback(
    (day: number) =>
      mutate({ kind: 'blank', day }, { onSuccess: () => void navigate(`/series/${id}/classes/${slots.indexOf(day)}`) }),
    [mutate, navigate, id, slots],
  );
  const state = { may, picked, moving, carrying, busy: isPending, error };
  return { ...state, pick, pickAll, several, setSeveral, setMoving, setCarrying, over, put, drop, make, write, leave };
}

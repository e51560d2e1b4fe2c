import { useCallback, useEffect, useRef, useState } from 'react';

import { roomView } from './room';
import { isOver, type Run } from './run';
import { data, http } from '~/shared/http/client';

const KEY = 'grike-room';
/** A display that came later, or lost a word, is right again after so long. */
const AGAIN_MILLISECONDS = 4_000;

/** Show a class on a display in the room, from a code on; without a network it stands still. */
export function useRoom(
  run: Run | null,
  className: string,
  name: (movement: string) => string,
  kitOf: (movement: string) => readonly string[],
) {
  const [code, setCode] = useState(() => localStorage.getItem(KEY));
  const [trouble, setTrouble] = useState('');
  const forget = useCallback(() => {
    localStorage.removeItem(KEY);
    setCode(null);
  }, []);
  const latest = useRef(run);
  useEffect(() => {
    latest.current = run;
  }, [run]);
  const over = run === null || isOver(run);
  const mark = run && `${run.index} ${run.paused} ${run.cues.length} ${run.cueBegan}`;
  useEffect(() => {
    if (!code || over) return undefined;
    const say = () => {
      if (!latest.current) return;
      const body = roomView(latest.current, className, name, kitOf, Date.now());
      const told = http.PUT('/api/room-screens/{code}', { params: { path: { code } }, body });
      void told.then(
        ({ response }) => {
          // Another class of one's own took its place, or it was silent for too long.
          if (response.status === 404) forget();
        },
        // One that is not said is said again in a moment.
        () => undefined,
      );
    };
    say();
    const timer = window.setInterval(say, AGAIN_MILLISECONDS);
    return () => window.clearInterval(timer);
  }, [code, over, mark, className, name, kitOf, forget]);
  const close = () => {
    forget();
    void http.DELETE('/api/room-screens').catch(() => undefined);
  };
  const open = async () => {
    try {
      const made = await data(http.POST('/api/room-screens'));
      localStorage.setItem(KEY, made.code);
      setCode(made.code);
      setTrouble('');
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'It could not be opened.');
    }
  };
  return { code, trouble, open: () => void open(), close };
}

export type Room = ReturnType<typeof useRoom>;

import { useCallback, useEffect, useRef, useState } from 'react';
import { z } from 'zod/mini';

import type { Judged } from './pulse';
import { boutAhead, isOver, type Run } from './run';
import { realStrap, simulatedStrap } from '~/shared/devices/strap';
import { readKept } from '~/shared/kept';

/** A strap by Bluetooth, where the browser can, and the stand-in that ships with this. */
const KINDS = ['real', 'simulated'] as const;
type Kind = (typeof KINDS)[number];
export const STRAPS: Record<Kind, string> = { real: 'Pulse strap', simulated: 'Simulated strap' };

const KEY = 'grike-pulse';
/** Whose pulse it is; null until somebody has said it, and then no zone is told. */
const SHAPE = z.object({ age: z.nullable(z.number()), resting: z.nullable(z.number()) });
const UNKNOWN = { age: null, resting: null };
/** What the stand-in aims for in a bout and between bouts, in beats a minute: invented, as all of it is. */
const AIMS = { work: 140, rest: 105 };

/** A strap on whoever wears it: the pulse of now, and its mean over the class for the record. */
export function usePulse(run: Run | null, by: Judged | undefined) {
  const [who, setWho] = useState(() => readKept(localStorage, KEY, SHAPE) ?? UNKNOWN);
  const [pulse, setPulse] = useState<number | null>(null);
  const [trouble, setTrouble] = useState('');
  const [sums, setSums] = useState({ beats: 0, times: 0 });
  const letGo = useRef<(() => void) | null>(null);
  const latest = useRef(run);
  useEffect(() => {
    latest.current = run;
  }, [run]);
  const stop = useCallback(() => {
    letGo.current?.();
    letGo.current = null;
    setPulse(null);
  }, []);
  useEffect(() => stop, [stop]);
  /** As hard as what runs asks, for the stand-in. */
  const aim = () => {
    const now = latest.current;
    const works = now && !isOver(now) && now.paused === null && now.cues[now.index] === boutAhead(now);
    return works ? AIMS.work : AIMS.rest;
  };
  const wear = async (kind: Kind) => {
    stop();
    setTrouble('');
    const strap = kind === 'real' ? realStrap() : simulatedStrap(aim);
    if (!strap) return;
    try {
      letGo.current = await strap.connect(
        (told) => {
          setPulse(told.contact === false ? null : told.pulse);
          const now = latest.current;
          if (told.contact === false || !now || isOver(now) || now.paused !== null) return;
          setSums((before) => ({ beats: before.beats + told.pulse, times: before.times + 1 }));
        },
        () => {
          setPulse(null);
          setTrouble('The strap was lost. Connect it again.');
        },
      );
    } catch {
      setTrouble('The strap was not found. Is it worn, moist, and not in use elsewhere?');
    }
  };
  const change = (next: typeof who) => {
    localStorage.setItem(KEY, JSON.stringify(next));
    setWho(next);
  };
  return {
    pulse,
    who,
    trouble,
    by,
    change,
    stop,
    mean: sums.times ? Math.round(sums.beats / sums.times) : null,
    kinds: KINDS.filter((kind) => kind === 'simulated' || realStrap() !== null),
    wear: (kind: Kind) => void wear(kind),
  };
}

export type Pulse = ReturnType<typeof usePulse>;

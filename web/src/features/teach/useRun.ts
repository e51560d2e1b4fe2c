import { useEffect, useState } from 'react';
import { z } from 'zod/mini';

import { onceMore } from './again';
import * as acts from './run';
import type { Cue, Run } from './run';
import type { Schemas } from '~/shared/http/client';
import { readKept } from '~/shared/kept';

const MEASURE = z.object({ kind: z.string(), planned: z.number(), movement: z.string() });
const CUE = z.looseObject({
  kind: z.string(),
  start: z.number(),
  end: z.number(),
  block: z.number(),
  measure: z.nullable(MEASURE),
});
const KEPT = z.object({
  cues: z.array(CUE),
  planned: z.number(),
  index: z.int().check(z.minimum(0)),
  began: z.number(),
  cueBegan: z.number(),
  paused: z.nullable(z.number()),
  ended: z.nullable(z.number()),
  marks: z.array(z.looseObject({ kind: z.string(), took: z.number() })),
  otherwise: z.array(z.looseObject({ block: z.number(), movement: z.string() })),
  complaints: z.array(z.looseObject({ joint: z.string(), movement: z.string() })),
});

/** A class as it is taught, kept on this machine so that a reload goes on where it was. */
export function useRun(key: string, cues: Cue[]) {
  const [run, setRun] = useState<Run | null>(() => readKept(localStorage, key, KEPT) as Run | null);
  const [now, setNow] = useState(() => Date.now());
  const [before, setBefore] = useState<Run[]>([]);
  const running = run !== null && !acts.isOver(run);
  useEffect(() => {
    if (!running) return undefined;
    const timer = setInterval(() => {
      const at = Date.now();
      setNow(at);
      setRun((old) => old && acts.tick(old, at));
    }, 100);
    return () => clearInterval(timer);
  }, [running]);
  useEffect(() => {
    if (run) localStorage.setItem(key, JSON.stringify(run));
  }, [key, run]);
  const set = (change: (old: Run, at: number) => Run) => () => {
    const at = Date.now();
    setNow(at);
    setRun((old) => old && change(old, at));
  };
  // What is tapped with wet hands is tapped by mistake as well: each of these can be taken back.
  const noted = (change: (old: Run, at: number) => Run) => () => {
    setBefore((all) => (run ? [...all, run] : all));
    set(change)();
  };
  return {
    run,
    now,
    canTakeBack: before.length > 0,
    takeBack: () => {
      const last = before.at(-1);
      setBefore((all) => all.slice(0, -1));
      if (last) set(() => last)();
    },
    start: () => {
      const at = Date.now();
      setNow(at);
      setRun(acts.begin(cues, at));
    },
    next: set((old, at) => acts.next(old, at)),
    back: set(acts.back),
    pause: set(acts.pause),
    end: set(acts.end),
    reopen: set(acts.reopen),
    leaveOut: noted(acts.leaveOut),
    lastRound: noted(acts.lastRound),
    onceMore: noted(onceMore),
    longer: noted((old) => acts.longer(old, 10)),
    instead: (movement: string) => noted((old) => acts.instead(old, movement))(),
    counted: (reps: number) => set((old) => acts.counted(old, reps))(),
    loaded: (steps: number) => noted((old) => acts.loaded(old, steps))(),
    sore: (joint: Schemas['ComplaintModel']['joint']) => noted((old) => acts.sore(old, joint))(),
    cut: (shorter: Cue[]) => noted((old) => acts.cut(old, shorter))(),
    forget: () => {
      localStorage.removeItem(key);
      setRun(null);
    },
  };
}

export type Teaching = ReturnType<typeof useRun>;

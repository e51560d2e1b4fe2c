import { useEffect, useState } from 'react';
import { z } from 'zod/mini';

import { back, begin, next, type Run, tick } from './run';
import type { Schemas } from '~/shared/http/client';
import { readKept } from '~/shared/kept';

const MARK = z.object({ kind: z.string(), took: z.number(), planned: z.number(), movement: z.string() });
const KEPT = z.object({
  index: z.int().check(z.minimum(0)),
  began: z.number(),
  cueBegan: z.number(),
  marks: z.array(MARK),
});

/** A class as it is taught, kept on this machine so that a reload goes on where it was. */
export function useRun(key: string, cues: Schemas['CueModel'][], measures: (Schemas['MeasureModel'] | null)[]) {
  const [run, setRun] = useState<Run | null>(() => readKept(localStorage, key, KEPT));
  const [now, setNow] = useState(() => Date.now());
  const running = run !== null && run.index < cues.length;
  useEffect(() => {
    if (!running) return undefined;
    const timer = setInterval(() => {
      const at = Date.now();
      setNow(at);
      setRun((old) => old && tick(old, cues, measures, at));
    }, 100);
    return () => clearInterval(timer);
  }, [running, cues, measures]);
  useEffect(() => {
    if (run) localStorage.setItem(key, JSON.stringify(run));
  }, [key, run]);
  const set = (change: (old: Run | null, at: number) => Run | null) => {
    const at = Date.now();
    setNow(at);
    setRun((old) => change(old, at));
  };
  return {
    run,
    now,
    start: () => set((_, at) => begin(at)),
    next: () => set((old, at) => old && next(old, measures, at)),
    back: () => set((old, at) => old && back(old, measures, at)),
    forget: () => {
      localStorage.removeItem(key);
      setRun(null);
    },
  };
}

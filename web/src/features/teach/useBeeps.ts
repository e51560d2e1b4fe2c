import { useEffect, useRef, useState } from 'react';

import { beep } from './beep';
import { left, type Run } from './run';
import type { Schemas } from '~/shared/http/client';

/** Three short tones before a cue ends and a long one when the next begins. */
export function useBeeps(run: Run | null, cue: Schemas['CueModel'] | undefined, now: number) {
  const [on, setOn] = useState(false);
  const said = useRef('');
  const count = run && cue ? Math.ceil(left(run, cue, now)) : 99;
  const index = run?.index ?? -1;
  useEffect(() => {
    const mark = `${index}:${count}`;
    const fresh = said.current.split(':')[0] !== String(index);
    if (!on || said.current === mark) return;
    if (fresh && index >= 0) beep(true);
    else if (count >= 1 && count <= 3) beep(false);
    said.current = mark;
  }, [on, index, count]);
  return { on, toggle: () => setOn((old) => !old) };
}

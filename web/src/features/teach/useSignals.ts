import { useEffect, useRef, useState } from 'react';

import { useMetronome } from './metronome';
import { boutAhead, isOver, left, type Run } from './run';
import { movesOn } from './stations';
import { boutWords, spoken } from './words';
import { machineBeeper, simulatedBeeper } from '~/shared/devices/beeper';

const SIGNALS = ['sound', 'voice', 'vibration', 'metronome', 'hall'] as const;
export type Signal = (typeof SIGNALS)[number];
export const SIGNAL_WORDS: Record<Signal, string> = {
  sound: 'Beeper',
  voice: 'Spoken calls',
  vibration: 'Vibration',
  metronome: 'Metronome',
  hall: simulatedBeeper.name,
};
const USUAL: Record<Signal, boolean> = { sound: true, voice: false, vibration: true, metronome: false, hall: false };
/** Sound a tone on whatever is on. */
function beep(high: boolean, on: Record<Signal, boolean>): void {
  if (on.sound) machineBeeper.beep(high);
  if (on.hall) simulatedBeeper.beep(high);
}

const key = (signal: Signal) => `grike-teach-${signal}`;

function kept(): Record<Signal, boolean> {
  const out = { ...USUAL };
  for (const signal of SIGNALS) {
    const own = localStorage.getItem(key(signal));
    if (own !== null) out[signal] = own === 'on';
  }
  return out;
}

function say(text: string): void {
  if (!text || !('speechSynthesis' in window)) return;
  // What is still being said of the cue before would only come too late.
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}

/** Tones before a cue ends and when the next begins, calls and vibration; what is chosen stays so on this machine. */
export function useSignals(run: Run | null, now: number, name: (movement: string) => string) {
  const [on, setOn] = useState(kept);
  const said = useRef('');
  const open = run !== null && !isOver(run);
  const count = open ? Math.ceil(left(run, now)) : 99;
  const index = open && run.paused === null ? run.index : -1;
  useEffect(() => {
    const mark = `${index}:${count}`;
    if (!run || index < 0 || said.current === mark) return;
    const fresh = said.current.split(':')[0] !== String(index);
    said.current = mark;
    const cue = run.cues[index];
    if (fresh && cue) {
      const ahead = boutAhead({ ...run, index: index + 1 });
      beep(true, on);
      if (on.vibration) navigator.vibrate?.(200);
      if (on.voice)
        say(
          movesOn(run)
            ? 'All move on'
            : spoken(cue, boutWords(cue, name), ahead?.movement ? boutWords(ahead, name) : ''),
        );
    } else if (count >= 1 && count <= 3 && (on.sound || on.hall)) beep(false, on);
  }, [run, on, index, count, name]);
  useMetronome(on.metronome && index >= 0 ? (run?.cues[index]?.beat ?? null) : null, index);
  const toggle = (signal: Signal) => {
    const next = !on[signal];
    localStorage.setItem(key(signal), next ? 'on' : 'off');
    setOn({ ...on, [signal]: next });
    // The machine lets a page make sound only after somebody has pressed something: this is it.
    if ((signal === 'sound' || signal === 'hall') && next) beep(true, { ...USUAL, sound: false, [signal]: true });
    if (signal === 'voice' && next) say('Spoken calls');
  };
  return { on, toggle, signals: SIGNALS };
}

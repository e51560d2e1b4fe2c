import { useEffect } from 'react';

/** Beats are given to the sound clock so far ahead (seconds), and looked after so often (milliseconds). */
const AHEAD = 0.3;
const LOOK_MILLISECONDS = 100;

/** When the beats of the next moments fall: every ``beat`` seconds from ``first`` on, none before ``from``. */
export function beatsUntil(first: number, beat: number, from: number, until: number): number[] {
  const out: number[] = [];
  const start = Math.max(0, Math.ceil((from - first) / beat - 1e-9));
  for (let count = start; first + count * beat < until; count += 1) out.push(first + count * beat);
  return out;
}

/** A click every ``beat`` seconds, by the clock of the sound and not that of the page; null: it is silent. */
export function useMetronome(beat: number | null, cue: number): void {
  useEffect(() => {
    if (beat === null || beat <= 0) return undefined;
    let audio: AudioContext;
    try {
      audio = new AudioContext();
    } catch {
      return undefined;
    }
    const first = audio.currentTime + 0.05;
    let given = first;
    const give = () => {
      const until = audio.currentTime + AHEAD;
      for (const at of beatsUntil(first, beat, given, until)) click(audio, at);
      given = Math.max(given, until);
    };
    give();
    const timer = window.setInterval(give, LOOK_MILLISECONDS);
    return () => {
      window.clearInterval(timer);
      void audio.close();
    };
  }, [beat, cue]);
}

function click(audio: AudioContext, at: number): void {
  const tone = audio.createOscillator();
  const volume = audio.createGain();
  tone.frequency.value = 1000;
  volume.gain.setValueAtTime(0.2, at);
  volume.gain.exponentialRampToValueAtTime(0.001, at + 0.05);
  tone.connect(volume).connect(audio.destination);
  tone.start(at);
  tone.stop(at + 0.06);
}

/** What gives the tones of a class: the machine itself, or a beeper that hangs in the hall. */
export interface Beeper {
  name: string;
  /** A long high tone where something begins, a short low one in the last seconds. */
  beep: (high: boolean) => void;
}

let audio: AudioContext | null = null;

/** The sound of this machine. Silent where it has none. */
export const machineBeeper: Beeper = {
  name: 'Beeper',
  beep: (high) => {
    try {
      audio ??= new AudioContext();
      const tone = audio.createOscillator();
      const volume = audio.createGain();
      tone.frequency.value = high ? 1320 : 880;
      volume.gain.value = 0.15;
      tone.connect(volume).connect(audio.destination);
      tone.start();
      tone.stop(audio.currentTime + (high ? 0.4 : 0.12));
    } catch {
      audio = null;
    }
  },
};

/** Where the stand-in shows what a beeper in the hall would sound. */
export const HALL_BEEPER = 'grike-hall-beeper';

/** A stand-in for a beeper in the hall: it tells the page what it would sound, which shows it as a light. */
export const simulatedBeeper: Beeper = {
  name: 'Simulated hall beeper',
  beep: (high) => window.dispatchEvent(new CustomEvent(HALL_BEEPER, { detail: high })),
};

let audio: AudioContext | null = null;

/** A short tone, as a beeper in the hall would give it. Silent where the machine has no sound. */
export function beep(high: boolean): void {
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
}

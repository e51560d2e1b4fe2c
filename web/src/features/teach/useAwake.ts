import { useEffect } from 'react';

/** Keep the screen on while a class is taught; a browser that cannot lets it go dark as ever. */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (gone) await lock.release();
      } catch {
        // Refused, as with an empty battery: the class goes on all the same.
        lock = undefined;
      }
    };
    void hold();
    // A page that was hidden loses it.
    const again = () => void hold();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release().catch(() => undefined);
    };
  }, [on]);
}

import { useCallback, useEffect, useRef } from 'react';

import { sendAll } from './outbox';

/** So often it is tried whether what waits can be sent. */
const AGAIN_MILLISECONDS = 15_000;

/**
 * Send what waits of a person, at once, every few seconds, and whenever there is a network again.
 * ``ready`` is done first; where it fails, it is away still.
 */
export function useSending(
  person: string,
  open: boolean,
  ready: () => Promise<unknown>,
  onCame: (records: number) => void,
): void {
  const busy = useRef(false);
  const attempt = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      await ready();
      const came = await sendAll(person);
      if (came) onCame(came);
    } catch {
      // It is away still.
    } finally {
      busy.current = false;
    }
  }, [person, ready, onCame]);
  useEffect(() => {
    if (!open) return undefined;
    const go = () => void attempt();
    go();
    const timer = window.setInterval(go, AGAIN_MILLISECONDS);
    window.addEventListener('online', go);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener('online', go);
    };
  }, [open, attempt]);
}

import { useSyncExternalStore } from 'react';

let ended = false;
const listeners = new Set<() => void>();

/** Note that the server no longer knows who is asking, or that it knows again. */
export function setEnded(now: boolean): void {
  ended = now;
  listeners.forEach((listener) => listener());
}

/** Whether the session has ended while a page was open. */
export function useEnded(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => ended,
  );
}

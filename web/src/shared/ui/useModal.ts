import { type RefObject, type SyntheticEvent, useEffect, useRef } from 'react';

/** What a dialog over the page needs: it opens when it is drawn, and Escape leaves it by `onLeave`. */
export function useModal(onLeave: () => void): {
  ref: RefObject<HTMLDialogElement | null>;
  onCancel: (event: SyntheticEvent) => void;
} {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const shown = ref.current;
    if (shown && !shown.open) shown.showModal();
    return () => shown?.close();
  }, []);
  const onCancel = (event: SyntheticEvent) => {
    event.preventDefault();
    onLeave();
  };
  return { ref, onCancel };
}

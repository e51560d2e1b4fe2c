import { useEffect } from 'react';

interface Keys {
  next: () => void;
  back: () => void;
  on: boolean;
}

/**
 * Space and the arrows, as a presenter's remote sends them. Arrows go on even where a button has just been
 * pressed; space presses that button, and neither is taken from somebody who types or chooses.
 */
export function useKeys({ next, back, on }: Keys): void {
  useEffect(() => {
    if (!on) return undefined;
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest('input, textarea, select, [role=dialog]')) return;
      if (event.key === 'ArrowRight' || (event.key === ' ' && !target.closest('button, a'))) next();
      else if (event.key === 'ArrowLeft') back();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [next, back, on]);
}

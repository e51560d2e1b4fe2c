import { useEffect } from 'react';

interface Keys {
  next: () => void;
  back: () => void;
  on: boolean;
}

/** Space and the arrows, as a presenter's remote sends them; not while one types or on a button. */
export function useKeys({ next, back, on }: Keys): void {
  useEffect(() => {
    if (!on) return undefined;
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest('input, textarea, select, button, a')) return;
      if (event.key === ' ' || event.key === 'ArrowRight') next();
      else if (event.key === 'ArrowLeft') back();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [next, back, on]);
}

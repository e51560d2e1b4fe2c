import css from './KitIcon.module.css';

const SHAPES: Record<string, string> = {
  body: 'M12 3.5a2 2 0 1 1 0 4 2 2 0 0 1 0-4M5 11h14M12 8v6M12 14l-4 7M12 14l4 7',
  dumbbell: 'M8 12h8M5 8v8M8 6v12M16 6v12M19 8v8',
  kettlebell: 'M9 9a3.5 3.5 0 1 1 6 0M8 9h8l3 8-3 3H8l-3-3z',
  'mini-band': 'M4 9c0-3 16-3 16 0v6c0 3-16 3-16 0zM4 9c0 3 16 3 16 0',
  'long-band': 'M4 18c6 0 2-12 8-12s2 12 8 12M3 16v4M21 16v4',
  step: 'M3 10h18v4H3zM6 14v5M18 14v5',
  chair: 'M7 3v18M7 12h10v9M17 12V9H7',
  towel: 'M5 5h14v13H5zM5 8h14M8 18v3M12 18v3M16 18v3',
  ball: 'M12 4a8 8 0 1 1 0 16 8 8 0 0 1 0-16M4.5 10c5 2 10 2 15 0',
  mat: 'M3 8h14v10H3zM17 8a2.5 2.5 0 0 1 4 2v8h-4',
  wall: 'M3 4h18v16H3zM3 9h18M3 15h18M9 4v5M15 9v6M9 15v5',
  'pull-up-bar': 'M3 5h18M6 5v14M18 5v14',
  anchor: 'M4 3v18M4 9h6M10 9a3.5 3.5 0 1 0 7 0 3.5 3.5 0 0 0-7 0',
  sliders: 'M3 15h8M13 15h8M5 15l2-4h2l2 4M15 15l2-4h2l2 4',
};

function shapeOf(kit: string): string {
  if (kit.startsWith('dumbbell')) return 'dumbbell';
  if (kit.endsWith('ball')) return 'ball';
  return kit in SHAPES ? kit : 'body';
}

/** Kit as small drawings in one stroke weight; body weight when there is none. */
export function KitIcons({ kit }: { kit: readonly string[] }) {
  const shapes = [...new Set(kit.length ? kit.map(shapeOf) : ['body'])];
  return shapes.map((shape) => (
    <svg key={shape} viewBox="0 0 24 24" className={css.icon} aria-hidden="true">
      <path
        d={SHAPES[shape]}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.8"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  ));
}

import { useSearchParams } from 'react-router';

import { isLens, type Lens } from './lens';
import { type Sought, soughtOf, soughtText } from './repeats';

export type Zoom = 'blocks' | 'parts' | 'week';
export const ZOOMS: { id: Zoom; name: string }[] = [
  { id: 'blocks', name: 'Blocks' },
  { id: 'parts', name: 'With movements' },
  { id: 'week', name: 'One week' },
];

/** What is looked at on a board. It lies in the address, so that a link or a reload keeps it. */
export interface View {
  lens: Lens;
  zoom: Zoom;
  /** The week in the side, from 0; null: the whole series. */
  week: number | null;
  sought: Sought | null;
  only: string;
}

const ALL = 'all';

export function useView(weeks: number): [View, (change: Partial<View>) => void] {
  const [params, setParams] = useSearchParams();
  const lens = params.get('lens');
  const week = params.get('week');
  const view: View = {
    lens: isLens(lens) ? lens : 'focus',
    zoom: ZOOMS.find((zoom) => zoom.id === params.get('zoom'))?.id ?? 'blocks',
    week: week === ALL ? null : Math.min(Math.max(0, Number(week ?? 1) - 1 || 0), weeks - 1),
    sought: soughtOf(params.get('sought')),
    only: params.get('only') ?? '',
  };
  const change = (wanted: Partial<View>) => {
    const next = { ...view, ...wanted };
    const held: Record<string, string> = { lens: next.lens, zoom: next.zoom };
    held.week = next.week === null ? ALL : String(next.week + 1);
    if (next.sought) held.sought = soughtText(next.sought);
    if (next.only) held.only = next.only;
    setParams(held, { replace: true, preventScrollReset: true });
  };
  return [view, change];
}

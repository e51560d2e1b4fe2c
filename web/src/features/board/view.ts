import { useCallback, useEffect, useState } from 'react';
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

/**
 * The view, and what changes it. It is held here and only copied into the address: to go through the
 * router at each change would draw the whole page anew.
 */
export function useView(weeks: number): [View, (change: Partial<View>) => void] {
  const [params] = useSearchParams();
  const [view, setView] = useState<View>(() => viewOf(params, weeks));
  const change = useCallback((wanted: Partial<View>) => setView((held) => ({ ...held, ...wanted })), []);
  useEffect(() => {
    const text = new URLSearchParams(held(view)).toString();
    window.history.replaceState(window.history.state, '', `${window.location.pathname}?${text}`);
  }, [view]);
  return [view, change];
}

function viewOf(params: URLSearchParams, weeks: number): View {
  const lens = params.get('lens');
  const week = params.get('week');
  return {
    lens: isLens(lens) ? lens : 'focus',
    zoom: ZOOMS.find((zoom) => zoom.id === params.get('zoom'))?.id ?? 'blocks',
    week: week === ALL ? null : Math.min(Math.max(0, Number(week ?? 1) - 1 || 0), weeks - 1),
    sought: soughtOf(params.get('sought')),
    only: params.get('only') ?? '',
  };
}

function held(view: View): Record<string, string> {
  const out: Record<string, string> = { lens: view.lens, zoom: view.zoom };
  out.week = view.week === null ? ALL : String(view.week + 1);
  if (view.sought) out.sought = soughtText(view.sought);
  if (view.only) out.only = view.only;
  return out;
}

import { type ComponentType, lazy, useSyncExternalStore } from 'react';
import { matchRoutes } from 'react-router';

interface Page {
  path: string;
  /** Whether it stands by itself, for somebody who is not signed in. */
  bare: boolean;
  Component: ComponentType;
  /** Fetch the code of the page, so that it can be drawn at once. */
  ready: () => Promise<void>;
}

let opening = 0;
const listeners = new Set<() => void>();

function count(change: number): void {
  opening += change;
  listeners.forEach((listener) => listener());
}

/** Whether the code of a page is on its way. */
export function useOpening(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => opening > 0,
  );
}

/** A page whose code is fetched when it is first opened. */
function page(path: string, fetched: () => Promise<ComponentType>, bare = false): Page {
  let Found: ComponentType | undefined;
  const ready = async () => {
    count(1);
    try {
      Found = await fetched();
    } finally {
      count(-1);
    }
  };
  const Later = lazy(async () => {
    await ready();
    return { default: Found as ComponentType };
  });
  return { path, bare, ready, Component: () => (Found ? <Found /> : <Later />) };
}

/** Every address with its page. */
export const PAGES: readonly Page[] = [
  page('/', async () => (await import('~/features/series')).SeriesPage),
  page('/mine', async () => (await import('~/features/mine')).MinePage),
  page('/join', async () => (await import('~/features/join')).JoinPage, true),
  page('/room/:code?', async () => (await import('~/features/room')).RoomPage, true),
  page('/cover/:token', async () => (await import('~/features/cover/CoverPage')).CoverPage, true),
  page('/cover/:token/teach', async () => (await import('~/features/cover/CoverPage')).CoverPage, true),
  page('/account', async () => (await import('~/features/account')).AccountPage),
  page('/house/people', async () => (await import('~/features/people')).PeoplePage),
  page('/house/acts', async () => (await import('~/features/audit')).AuditPage),
  page('/house', async () => (await import('~/features/house')).HousePage),
  page('/movements/:movement?', async () => (await import('~/features/movements')).MovementsPage),
  page('/shapes', async () => (await import('~/features/shapes')).ShapesPage),
  page('/shapes/new', async () => (await import('~/features/shapes')).ShapeEditPage),
  page('/shapes/:shape', async () => (await import('~/features/shapes')).ShapeEditPage),
  page('/series/new', async () => (await import('~/features/setup')).SetupPage),
  page('/series/:id/setup', async () => (await import('~/features/setup')).SetupPage),
  page('/series/:id/sheets', async () => (await import('~/features/sheet')).SheetsPage),
  page('/series/:id/export', async () => (await import('~/features/exports')).ExportPage),
  page('/series/:id/history', async () => (await import('~/features/history')).HistoryPage),
  page('/series/:id', async () => (await import('~/features/board')).BoardPage),
  page('/series/:id/runs/:run', async () => (await import('~/features/planning')).PlanningPage),
  page('/series/:id/classes/:slot', async () => (await import('~/features/bench')).ClassPage),
  page('/series/:id/classes/:slot/sheet', async () => (await import('~/features/sheet')).RunSheetPage),
  page('/series/:id/classes/:slot/choices', async () => (await import('~/features/choices')).ChoicesPage),
  page('/compare', async () => (await import('~/features/choices')).ComparePage),
  page('/series/:id/classes/:slot/teach', async () => (await import('~/features/teach')).TeachPage),
  page('/series/:id/done', async () => (await import('~/features/record')).DonePage),
  page('/series/:id/pace', async () => (await import('~/features/record')).PacePage),
  page('/series/:id/what-ifs', async () => (await import('~/features/whatifs')).WhatIfPage),
  page('/series/:id/days', async () => (await import('~/features/setup')).DaysPage),
];

/** Fetch the page of an address before anything is drawn: a place-holder would stay for a third of a second. */
export async function firstPage(address: string): Promise<void> {
  const found = matchRoutes([...PAGES], address)?.at(-1);
  const wanted = PAGES.find((own) => own.path === found?.route.path);
  // One that cannot be fetched is told of where it is drawn.
  await wanted?.ready().catch(() => undefined);
}

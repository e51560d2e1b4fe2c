import { createBrowserRouter } from 'react-router';

import { Failure } from './Failure';
import { Shell } from './Shell';

export const router = createBrowserRouter([
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: Failure,
    HydrateFallback: () => null,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('~/features/series')).SeriesPage }) },
      { path: 'movements/:movement?', lazy: async () => ({ Component: (await import('~/features/movements')).MovementsPage }) },
      { path: 'series/new', lazy: async () => ({ Component: (await import('~/features/setup')).SetupPage }) },
      { path: 'series/:id/setup', lazy: async () => ({ Component: (await import('~/features/setup')).SetupPage }) },
      { path: 'series/:id', lazy: async () => ({ Component: (await import('~/features/board')).BoardPage }) },
      { path: 'series/:id/runs/:run', lazy: async () => ({ Component: (await import('~/features/planning')).PlanningPage }) },
      { path: 'series/:id/classes/:slot', lazy: async () => ({ Component: (await import('~/features/bench')).ClassPage }) },
      { path: 'series/:id/classes/:slot/sheet', lazy: async () => ({ Component: (await import('~/features/sheet')).RunSheetPage }) },
      { path: '*', Component: Failure },
    ],
  },
]);

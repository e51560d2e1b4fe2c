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
      { path: 'series/:id/classes/:slot/edit', lazy: async () => ({ Component: (await import('~/features/edit')).EditPage }) },
      { path: 'series/:id/classes/:slot/teach', lazy: async () => ({ Component: (await import('~/features/teach')).TeachPage }) },
      { path: 'series/:id/pace', lazy: async () => ({ Component: (await import('~/features/record')).PacePage }) },
      { path: 'series/:id/what-ifs', lazy: async () => ({ Component: (await import('~/features/whatifs')).WhatIfPage }) },
      { path: 'series/:id/days', lazy: async () => ({ Component: (await import('~/features/setup')).DaysPage }) },
      { path: '*', Component: Failure },
    ],
  },
]);

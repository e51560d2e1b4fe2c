import { lazy, Suspense } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';

import { Failure } from './Failure';
import { Shell } from './Shell';
import { Shield } from './Shield';

const SeriesPage = lazy(async () => ({ default: (await import('~/features/series')).SeriesPage }));
const MovementsPage = lazy(async () => ({ default: (await import('~/features/movements')).MovementsPage }));
const ShapesPage = lazy(async () => ({ default: (await import('~/features/shapes')).ShapesPage }));
const SetupPage = lazy(async () => ({ default: (await import('~/features/setup')).SetupPage }));
const DaysPage = lazy(async () => ({ default: (await import('~/features/setup')).DaysPage }));
const BoardPage = lazy(async () => ({ default: (await import('~/features/board')).BoardPage }));
const PlanningPage = lazy(async () => ({ default: (await import('~/features/planning')).PlanningPage }));
const ClassPage = lazy(async () => ({ default: (await import('~/features/bench')).ClassPage }));
const RunSheetPage = lazy(async () => ({ default: (await import('~/features/sheet')).RunSheetPage }));
const EditPage = lazy(async () => ({ default: (await import('~/features/edit')).EditPage }));
const TeachPage = lazy(async () => ({ default: (await import('~/features/teach')).TeachPage }));
const PacePage = lazy(async () => ({ default: (await import('~/features/record')).PacePage }));
const WhatIfPage = lazy(async () => ({ default: (await import('~/features/whatifs')).WhatIfPage }));

/** Every address with its page; a page is fetched when it is first opened. */
export function Pages() {
  return (
    <BrowserRouter>
      <Shield>
        <Suspense fallback={null}>
          <Routes>
            <Route path="/" element={<Shell />}>
              <Route index element={<SeriesPage />} />
              <Route path="movements/:movement?" element={<MovementsPage />} />
              <Route path="shapes" element={<ShapesPage />} />
              <Route path="series/new" element={<SetupPage />} />
              <Route path="series/:id/setup" element={<SetupPage />} />
              <Route path="series/:id" element={<BoardPage />} />
              <Route path="series/:id/runs/:run" element={<PlanningPage />} />
              <Route path="series/:id/classes/:slot" element={<ClassPage />} />
              <Route path="series/:id/classes/:slot/sheet" element={<RunSheetPage />} />
              <Route path="series/:id/classes/:slot/edit" element={<EditPage />} />
              <Route path="series/:id/classes/:slot/teach" element={<TeachPage />} />
              <Route path="series/:id/pace" element={<PacePage />} />
              <Route path="series/:id/what-ifs" element={<WhatIfPage />} />
              <Route path="series/:id/days" element={<DaysPage />} />
              <Route path="*" element={<Failure />} />
            </Route>
          </Routes>
        </Suspense>
      </Shield>
    </BrowserRouter>
  );
}

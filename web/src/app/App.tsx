import { Suspense } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';

import { Failure } from './Failure';
import { PAGES } from './pages';
import { Shell } from './Shell';
import { Shield } from './Shield';

/** The frame with the page of the address in it. */
export function App() {
  return (
    <BrowserRouter>
      <Shield>
        <Suspense fallback={null}>
          <Routes>
            {PAGES.filter(({ bare }) => bare).map(({ path, Component }) => (
              <Route key={path} path={path} element={<Component />} />
            ))}
            <Route element={<Shell />}>
              {PAGES.filter(({ bare }) => !bare).map(({ path, Component }) => (
                <Route key={path} path={path} element={<Component />} />
              ))}
              <Route path="*" element={<Failure />} />
            </Route>
          </Routes>
        </Suspense>
      </Shield>
    </BrowserRouter>
  );
}

export { SeriesPage } from './SeriesPage';
export { listOptions } from './api';

export { SeriesPage } from './SeriesPage';

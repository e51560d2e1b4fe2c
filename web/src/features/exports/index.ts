export { ExportPage } from './ExportPage';

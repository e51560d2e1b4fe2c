export { RunSheetPage } from './RunSheetPage';

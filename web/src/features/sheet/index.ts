export { RunSheetPage } from './RunSheetPage';
export { SheetsPage } from './SheetsPage';

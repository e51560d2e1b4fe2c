export { RunSheetPage } from './RunSheetPage';
export { SheetsPage } from './SheetsPage';
export { Sheet } from './Sheet';

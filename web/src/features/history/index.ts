export { HistoryPage } from './HistoryPage';

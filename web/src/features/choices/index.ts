export { ChoicesPage } from './ChoicesPage';
export { ComparePage } from './ComparePage';

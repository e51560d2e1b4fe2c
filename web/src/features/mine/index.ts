export { MinePage } from './MinePage';

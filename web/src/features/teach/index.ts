export { TeachPage } from './TeachPage';

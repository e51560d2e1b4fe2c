export { TeachPage } from './TeachPage';
export { useKeptClass } from './keepClass';

export { TeachClass, TeachPage } from './TeachPage';
export { useKeptClass } from './keepClass';

export { classOptions } from './api';
export { ClassPage } from './ClassPage';

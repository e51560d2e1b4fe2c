export { classOptions, documentOptions, useTemplateWrites } from './api';
export { ClassPage } from './ClassPage';
export { keptOrder } from './CutOrder';

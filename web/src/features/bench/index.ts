export { classOptions, documentOptions, formatsOptions, useTemplateWrites } from './api';
export { ClassPage } from './ClassPage';

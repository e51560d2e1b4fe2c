export { peopleOptions, useSessionWrites } from './api';
export { PacePage } from './PacePage';
export { RecordForm } from './RecordForm';
export { Sessions } from './Sessions';

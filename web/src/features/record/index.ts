export { peopleOptions, useSessionWrites } from './api';
export { DonePage } from './DonePage';
export { PacePage } from './PacePage';
export { RecordForm } from './RecordForm';
export { Sessions } from './Sessions';
export * as outbox from './outbox';
export { useSending } from './useSending';

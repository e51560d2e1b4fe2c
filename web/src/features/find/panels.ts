export { FindPanel } from './FindPanel';
export { Shortcuts } from './Shortcuts';

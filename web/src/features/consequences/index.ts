export { Consequences } from './Consequences';

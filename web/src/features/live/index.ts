export { Beside } from './Beside';

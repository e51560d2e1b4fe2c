export { Finder } from './Finder';

export { CoverLinks } from './CoverLinks';

export { ChoicesPage } from './ChoicesPage';

export { MovementsPage } from './MovementsPage';

export { PlanningPage } from './PlanningPage';

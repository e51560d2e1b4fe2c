export { SetupPage } from './SetupPage';
export { DaysPage } from './DaysPage';

export { SetupPage } from './SetupPage';
export { DaysPage } from './DaysPage';
export { Cautions } from './Cautions';
export { DayTimes } from './DayTimes';
export { Members } from './Members';
export { RoomFields } from './RoomFields';

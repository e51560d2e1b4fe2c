export { RoomPage } from './RoomPage';

export { JoinPage } from './JoinPage';

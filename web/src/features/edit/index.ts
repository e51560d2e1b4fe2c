export { EditPage } from './EditPage';

export { BoardPage } from './BoardPage';
export { boardOptions, useHistory } from './api';
export { BodyColumn } from './BodyColumn';

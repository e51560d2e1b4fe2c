export { Consequences } from './Consequences';
export { costWords, mustWords } from './difference';

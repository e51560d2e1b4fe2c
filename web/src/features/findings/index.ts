export { Findings } from './Findings';
export { lookOf } from './look';

export { Findings } from './Findings';
export { GroupedFindings } from './GroupedFindings';

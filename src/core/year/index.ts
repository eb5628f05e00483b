export { HiddenTruth } from './hidden-truth';
export { pastJob } from './past-job';
export type { PastKind, PastWishes } from './past-job';

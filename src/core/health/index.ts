export { counterValue } from './counter';
export { Health } from './health';
export type { Counter } from './health';
export { logPageBytes, readLogPage } from './read-log-page';
export { mostReportBytes, readHealthJson } from './read-health-json';
export { adviceOf, adviceWords, arrivalMargins, failingWhy, healthWords, oldDriveWords } from './arrival';
export type { Advice } from './arrival';

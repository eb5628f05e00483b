export { driveWords, matchDevices, matchDrives, questionFor, typedDrive } from './match';
export { parseQuestion } from './parse';
export type { Question } from './parse';

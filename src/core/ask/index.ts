export { driveWords, matchDevices, matchDrives, typedDrive } from './match';
export { parseQuestion } from './parse';
export type { Question } from './parse';

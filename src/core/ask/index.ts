export { driveWords, matchDevices, matchDrives, questionFor, typedDrive, typedDriveId } from './match';
export { parseQuestion } from './parse';
export type { Question } from './parse';
export { understand } from './understand';
export type { Chip, ChipKind, Understood } from './understand';

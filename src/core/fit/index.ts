export { fit } from './fit';
export type { FitAnswer } from './fit';
export { driveBytes } from './question';
export type { FitQuestion, OldDrive } from './question';
export { bestPad, rankDrives } from './rank';
export type { Candidate } from './rank';
export { padSqueeze, padThicknessWanted, sinkLift } from './stack';
export type { Stack } from './stack';

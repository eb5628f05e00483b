export { driveBytes, fit } from './fit';
export type { FitAnswer, FitQuestion, OldDrive } from './fit';
export { bestPad, rankDrives } from './rank';
export type { Candidate } from './rank';
export { padSqueeze, padThicknessWanted, sinkLift, stackUp } from './stack';
export type { Stack } from './stack';

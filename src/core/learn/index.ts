export { learn, nothingLearned, learning } from './quantity';
export type { Observation, Quantity } from './quantity';
export { factorOf, learnSum, rangeHolds, sumOf, widening } from './forecast';
export type { Factor, Piece } from './forecast';
export { below, calibrationOf, placeOn } from './calibration';
export type { Calibration, Held } from './calibration';

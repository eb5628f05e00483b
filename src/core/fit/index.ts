export { listName } from './acceptance';
export { bestBuild, cooledBuilds, entersItself, onShelf, seatedBuild } from './builds';
export type { Accessories } from './builds';
export { fit } from './fit';
export type { FitAnswer } from './fit';
export { coolingOf, heatOf } from './heat';
export type { HeatAnswer } from './heat';
export { aboveBoard, padSqueeze, padThicknessWanted, sinkLift } from './layers';
export type { Layers, SinkPlace } from './layers';
export { driveForm, formWords } from './plug';
export { partsOf, priceMinor } from './price';
export { proposeSize, typicalSizes, usualGrowth } from './propose-size';
export type { Proposal } from './propose-size';
export {
  BuildIds,
  Library,
  bare,
  buildFrom,
  driveBytes,
  idsOf,
  libraryBytes,
  placesSeen,
  settingOf,
} from './question';
export type { Build, OldDrive, PartFinder, Setting, Wish } from './question';
export { fasterGain, canGoIn, judgeDrive, nextSize, rankDrives, sortCandidates, whyNot } from './rank';
export type { CandidateLine, RankWish } from './rank';
export { Ranking } from './ranking';
export type { Far, Top } from './ranking';
export { contentBytes, isWish } from './wish';
export { changeMinutes, remedies } from './remedy';
export type { Change, Remedy, RemedyShelf } from './remedy';
export { insideMissing, insideWords, onlyInside } from './inside';
export type { InsideMeasure } from './inside';
export { besideMm as outlineBesideMm } from './outline';
export { batteryMinutes } from './battery';
export { partLines } from './shopping';
export { storageOf } from './storage';
export type { Storage, StoragePlace } from './storage';
export { moduleLengthMm, screwAtMm, swapConditionsOf } from './swap';
export type { ShoppingLine } from './shopping';

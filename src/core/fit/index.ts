export { listName } from './acceptance';
export { bestBuild, cooledBuilds, entersItself, onShelf, partsOf, priceMinor, seatedBuild } from './builds';
export type { Accessories } from './builds';
export { fit } from './fit';
export type { FitAnswer } from './fit';
export { coolingOf, heatOf } from './heat';
export type { HeatAnswer } from './heat';
export { aboveBoard, padSqueeze, padThicknessWanted, sinkLift } from './layers';
export type { Layers, SinkPlace } from './layers';
export { driveForm, formWords } from './plug';
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
export type { Build, OldDrive, PartFinder, Setting } from './question';
export { fasterGain, canGoIn, judgeDrive, nextSize, rankDrives, sortCandidates, whyNot } from './rank';
export type { CandidateLine, RankWish } from './rank';
export { changeMinutes, remedies } from './remedy';
export type { Change, Remedy, RemedyShelf } from './remedy';
export { shoppingList } from './shopping';
export type { ShoppingLine } from './shopping';

export { familyIds, familyPatterns } from './pattern';
export type { FamilyId } from './pattern';
export { Sketch, idFromWords, profileOfCopy, profileOfSketch } from './sketch';
export { placeForms } from './place-forms';
export type { PlaceForm } from './place-forms';
export { FigureEntry } from './figure-entry';
export { enterFigure, figureAt, figuresOf, ofReadings } from './figures';
export type { Figure, Readings } from './figures';
export { plainAnswersOf } from './plain-answers';
export type { PlainAnswer } from './plain-answers';
export {
  Recording,
  RecordedAct,
  nextRecordedId,
  nothingRecorded,
  recordedKinds,
  recordedParts,
  GoesFirst,
} from './recorded-act';
export type { Recorded, RecordedKind, RecordedPart } from './recorded-act';
export { isUnwritten, procedureOfRecording, profileOfRecording, undoneInReverse } from './recording';
export { recordedWords } from './recorded-words';
export { withWords } from './step-words';
export type { BetterWords } from './step-words';
export { timesOf, withTimes } from './step-times';
export type { TimedStep } from './step-times';
export { partitionsSeen } from './partitions-seen';
export type { PartitionsSeen } from './partitions-seen';
export { readPhotoMarks } from './photo-marks';
export type { Mark, PhotoMarks } from './photo-marks';

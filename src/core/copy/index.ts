export { CopyOrder, ReadBack, sameWork } from './order';
export type { CopySide, CopySource } from './order';
export { gradeWords, isProof, isProofOfDrive, readBackFromWords } from './grade';
export type { CopyGrade, ReadBackFrom } from './grade-schema';
export { doneElsewhere, proofSentences } from './proof';
export { CopyProof } from './proof-schema';
export type { CopyProgress, CopyState, PartProgress } from './progress';
export { Manifest, readManifest } from './manifest';
export { startEvidence } from './start-evidence';
export type { EvidenceQuestion } from './start-evidence';
export { parseDdErrors, parseRescueMap, readAtOnceBytes } from './read-errors';
export type { UnreadStretch } from './read-errors';
export { isAllMatched, matchSums, sumsText, usedPieces } from './span-sums';
export type { SumsMatch, UsedPiece } from './span-sums';
export { SpanSums } from './span-sums-schema';
export type { SpanSum } from './span-sums-schema';
export {
  checkLines,
  tellLines,
  driveCautions,
  endsLines,
  linesText,
  oldImage,
  readLines,
  readList,
  usedList,
  writeLines,
} from './drive-lines';
export type { LineBlock } from './drive-lines';
export {
  isGoodRehearsal,
  readRehearsal,
  rehearsalMargin,
  rehearsalSerial,
  rehearsalWords,
} from './rehearsal';
export { Rehearsal } from './rehearsal-schema';
export type { RehearsalVerdict } from './rehearsal';

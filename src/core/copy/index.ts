export { CopyOrder, ReadBack, sameState, sameWork, surelyUnchanged } from './order';
export type { CopySide, CopySource, FileStamp } from './order';
export { gradeWords, isProof, readBackFromWords } from './grade';
export type { CopyGrade, ReadBackFrom } from './grade';
export { CopyProof, proofSentences } from './proof';
export type { CopyProgress, CopyState } from './progress';
export { Manifest, readManifest } from './manifest';
export { startEvidence } from './start-evidence';
export type { EvidenceQuestion } from './start-evidence';

export { CopyOrder, ReadBack, sameWork } from './order';
export type { CopySide, CopySource } from './order';
export { gradeWords, isProof, readBackFromWords } from './grade';
export type { CopyGrade, ReadBackFrom } from './grade';
export { CopyProof, doneElsewhere, proofSentences } from './proof';
export type { CopyProgress, CopyState } from './progress';
export { Manifest, readManifest } from './manifest';
export { startEvidence } from './start-evidence';
export type { EvidenceQuestion } from './start-evidence';

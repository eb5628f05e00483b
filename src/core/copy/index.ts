export { CopyOrder, ReadBack } from './order';
export type { CopySide } from './order';
export { CopyProof, proofSentences } from './proof';
export type { CopyProgress, CopyState } from './progress';
export { Manifest } from './manifest';
export { startEvidence } from './start-evidence';
export type { EvidenceQuestion } from './start-evidence';

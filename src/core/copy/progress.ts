import type { RateReport } from '../link';
import type { Fault } from '../result';

export type PartProgress = { number: number; name: string; bytes: number; matchedBytes: number };

/** How far a copy is. Bytes count what moves; verified bytes were read back and matched. */
export type CopyProgress = {
  /** Checking: what earlier runs left is held against both drives, and `verifiedBytes` counts what was looked at so far. */
  phase: 'checking' | 'copying' | 'reading back';
  totalBytes: number;
  writtenBytes: number;
  verifiedBytes: number;
  blocks: number;
  verifiedBlocks: number;
  unreadableBytes: number;
  /** What of each partition is read back and matched, in the order in which they are copied. */
  parts: PartProgress[];
  /** What the links would carry if all is well; null where nothing is held back. */
  expectedBytesPerS: number | null;
  /** The case's stated rate, which `expectedBytesPerS` follows from; null where nothing is held back. */
  linkBytesPerS: number | null;
  rate: RateReport;
};

/** What is known of a job's copy; `interrupted` is a journal without a running copier behind it. */
export type CopyState =
  | { kind: 'none' }
  | { kind: 'running'; progress: CopyProgress | null }
  | { kind: 'interrupted'; verifiedBlocks: number; fault: Fault | null }
  /** It came to its end; the grade of its proof says how far it is verified. */
  | { kind: 'finished' };

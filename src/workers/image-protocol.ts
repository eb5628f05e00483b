import type { Inspection, UsageBin } from '@/core/disk';
import type { LayoutSource } from '@/core/job';
/** What a page learns of an image without a byte of it leaving the machine. */
export type LookedInside = {
  inspection: Inspection;
  map: UsageBin[];
  /** Null where no table and no file system was found. */
  source: LayoutSource | null;
  usedByPartition: Record<number, number>;
};

export type HashProgress = {
  bytes: number;
  totalBytes: number;
  bytesPerS: number;
  secondsLeft: number | null;
};

export type ImageWorker = {
  lookInside: (file: File) => Promise<LookedInside>;
  /** SHA-256 of the whole file, in hexadecimal. */
  hash: (file: File, onProgress: (progress: HashProgress) => void) => Promise<string>;
  pause: () => void;
  resume: () => void;
};

import type { Clock } from '@/copier';

export type ImageProgress = {
  phase: 'fetching' | 'checking' | 'writing' | 'reading back';
  doneBytes: number;
  totalBytes: number;
};

/** What work on an image tells and asks: how far it is, and whether it should stop. */
export type ImageHooks = Clock & { progress: (progress: ImageProgress) => void; stopped: () => boolean };

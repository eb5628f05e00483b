import type { BenchItem } from '@/core/image';
import type { Fault } from '@/core/result';

/** What a person can do to images, sticks and cables; the server takes the same. */
export type ImageRequest =
  | { kind: 'ask' }
  | { kind: 'fetch' | 'pause' | 'check' | 'forget'; imageId: string }
  | { kind: 'write'; imageId: string; label: string; typed: string }
  | { kind: 'stop-writing'; label: string }
  | { kind: 'record'; label: string; worked: boolean; what: string }
  | { kind: 'bin'; label: string }
  | { kind: 'add'; item: { kind: BenchItem['kind']; model: string; labelGB: number | null } };

/** Asks the server for it; null where it was done, else why not. */
export type ImageActions = (request: ImageRequest) => Promise<Fault | null>;

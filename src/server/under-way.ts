import type { Fault } from '@/core/result';
import type { WipeProgress } from '@/dock';

/** A list of checksums that is being made, or why the last one could not be. */
export type SumsMaking = { share: number; fault: Fault | null; isOver: boolean };

/** Old drives that are being overwritten now, by job. */
export type Wipes = Map<string, { progress: WipeProgress; stop: () => void; ended: Promise<void> }>;

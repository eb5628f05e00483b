export { runCopy } from './copy';
export type { CopyHooks, CopyJob, CopyOutcome } from './copy';
export type { DriveIdentity } from './copy-order';
export { Dock } from './dock';
export { DriveImage } from './drive-image';
export { fillDrive } from './fill-drive';
export type { FillOrder, FillWish } from './fill-drive';
export { workerThreads } from './threads';
export type { RunningCopy, Threads } from './threads';

import { DriveError, troubleFault } from '@/copier';
import type { Fault } from '@/core/result';

/** Work on an image that cannot go on, with what a person is told. */
export class ImageTrouble extends Error {
  constructor(readonly fault: Fault) {
    super(fault.sentence);
  }
}

export const trouble = (code: string, sentence: string, remedy: string): ImageTrouble =>
  new ImageTrouble({ code, sentence, remedy });

const systemFaults: Readonly<Record<string, Fault>> = {
  ENOSPC: {
    code: 'disk-full',
    sentence: 'The disk under the data folder is full.',
    remedy: 'Make room, then go on: what is here stays.',
  },
  EACCES: {
    code: 'not-allowed',
    sentence: 'The image file may not be read or written here.',
    remedy: 'Change the permissions of the data folder, then go on.',
  },
  ENOENT: {
    code: 'image-gone',
    sentence: 'The image file is not where it was.',
    remedy: 'Fetch it again.',
  },
};

/** What a person is told of an error; null where it is a bug. */
export function faultOf(error: unknown): Fault | null {
  if (error instanceof ImageTrouble) return error.fault;
  if (error instanceof DriveError) return troubleFault(error);
  return systemFaults[(error as NodeJS.ErrnoException).code ?? ''] ?? null;
}

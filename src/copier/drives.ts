import type { ReadBackFrom } from '@/core/copy';
import type { FileStamp } from '@/core/file-stamp';
import type { BlockReader } from '@/core/disk';
import { type Fault, refuse } from '@/core/result';

/** What a drive or the link to it can do to a copy, beside working. */
export type DriveTrouble = 'bad-sector' | 'unplugged' | 'full' | 'not-allowed' | 'gone';

/** A drive that does not do what it was asked; the copier turns it into a sentence. */
export class DriveError extends Error {
  constructor(
    readonly trouble: DriveTrouble,
    readonly offset: number,
  ) {
    super(`${trouble} at byte ${offset}`);
  }
}

/** A drive to copy from. `readInto` fills the whole buffer or throws a `DriveError`. */
export interface SourceDrive extends BlockReader {
  readInto(offset: number, into: Uint8Array): Promise<void>;
  /** What tells its state from another; null where nothing does. */
  stamp(): Promise<FileStamp | null>;
}

/** A drive to copy to. `isBlank` is true where nothing was ever written to it, so that it reads zero. */
export interface TargetDrive extends BlockReader {
  readonly isBlank: boolean;
  write(offset: number, bytes: Uint8Array): Promise<void>;
  /** Puts all that was written on the drive; what is read back behind it comes from there, as far as `readBackFrom` says. */
  sync(): Promise<void>;
  readonly readBackFrom: ReadBackFrom;
  readBackInto(offset: number, into: Uint8Array): Promise<void>;
}

/** Turns what the operating system says into a `DriveError`; what is not about the drive stays as it is. */
export function asDriveError(error: unknown, offset: number): unknown {
  const troubles: Record<string, DriveTrouble> = {
    EIO: 'bad-sector',
    ENOSPC: 'full',
    EDQUOT: 'full',
    EFBIG: 'full',
    ENODEV: 'unplugged',
    ENXIO: 'unplugged',
    EACCES: 'not-allowed',
    EPERM: 'not-allowed',
    EROFS: 'not-allowed',
  };
  const trouble = troubles[(error as NodeJS.ErrnoException).code ?? ''];
  return trouble ? new DriveError(trouble, offset) : error;
}

const words: Record<DriveTrouble, [code: string, sentence: string, remedy: string]> = {
  'bad-sector': [
    'bad-sector',
    'The new drive refused bytes',
    'Try another port; if it stays, the new drive is faulty.',
  ],
  unplugged: [
    'unplugged',
    'A drive was unplugged',
    'Plug it in again, then go on: what is verified stays verified.',
  ],
  full: [
    'disk-full',
    'The disk of this computer is full',
    'Make room, then go on: nothing verified is lost.',
  ],
  'not-allowed': [
    'not-allowed',
    'This computer does not allow writing there',
    'Change the permission or the place, then go on.',
  ],
  gone: ['gone', 'The image ends before its size', 'Check the image: it is shorter than it claims.'],
};

/** The sentence for a trouble that ends a run. */
export function troubleFault({ trouble, offset }: DriveError): Fault {
  const [code, sentence, remedy] = words[trouble];
  return refuse(code, `${sentence} (at byte ${offset}).`, remedy).fault;
}

import type { FileHandle } from 'node:fs/promises';
import { DriveError, asDriveError } from './drives';

/** Fills `into` from a file, however many reads it takes; what goes wrong is thrown as a `DriveError`. */
export async function readWhole(file: FileHandle, offset: number, into: Uint8Array): Promise<void> {
  try {
    for (let at = 0; at < into.length;) {
      const { bytesRead } = await file.read(into, at, into.length - at, offset + at);
      if (bytesRead === 0) throw new DriveError('gone', offset + at);
      at += bytesRead;
    }
  } catch (error) {
    throw asDriveError(error, offset);
  }
}

/** Writes all of `bytes` into a file of `length` bytes; past its end is a bug of the caller. */
export async function writeWhole(
  file: FileHandle,
  length: number,
  offset: number,
  bytes: Uint8Array,
): Promise<void> {
  if (offset < 0 || offset + bytes.length > length) throw new Error('write past the end of the drive');
  try {
    for (let at = 0; at < bytes.length;) {
      const { bytesWritten } = await file.write(bytes, at, bytes.length - at, offset + at);
      at += bytesWritten;
    }
  } catch (error) {
    throw asDriveError(error, offset);
  }
}

import { type FileHandle, open } from 'node:fs/promises';
import { dirname } from 'node:path';
import type { ReadBackFrom, UnreadStretch } from '@/core/copy';
import type { FileStamp } from '@/core/file-stamp';
import { ok } from '@/core/result';
import { fileMode, syncFolder } from '@/files';
import { DirectReader } from './direct-read';
import { DriveError, type SourceDrive, type TargetDrive, asDriveError } from './drives';
import { errorNotes } from './error-notes';
import { stampOf } from './file-stamp';
import { readWhole, writeWhole } from './whole-io';

/**
 * A plain image file as a drive. A file that this process made is one hole and reads zero where it was not written;
 * of any other file nothing is known.
 */
export class ImageFile implements SourceDrive, TargetDrive {
  private constructor(
    private readonly file: FileHandle,
    /** Null for a file that is only read. */
    private readonly direct: DirectReader | null,
    readonly length: number,
    readonly isBlank: boolean,
    /** What could not be read of its drive when it was made: zeros stand there, and mean nothing. */
    readonly unread: readonly UnreadStretch[] = [],
  ) {}

  /** Opens an image. Throws what the operating system says, and where the notes of reading errors beside it are not understood. */
  static async open(path: string, mode: 'read' | 'write', isBlank = false): Promise<ImageFile> {
    const notes = mode === 'read' ? await errorNotes(path) : ok([]);
    if (!notes.ok) throw new Error(`${path}: ${notes.fault.sentence}`);
    const file = await open(path, mode === 'read' ? 'r' : 'r+');
    const { size } = await file.stat();
    const direct = mode === 'read' ? null : await DirectReader.open(path);
    return new ImageFile(file, direct, size, isBlank, notes.value);
  }

  /** A new file of so many bytes, all of it a hole; fails where one stands already. */
  static async create(path: string, bytes: number): Promise<ImageFile> {
    const file = await open(path, 'wx+', fileMode);
    await file.truncate(bytes);
    await file.sync();
    await syncFolder(dirname(path));
    return new ImageFile(file, await DirectReader.open(path), bytes, true);
  }

  async read(offset: number, length: number): Promise<Uint8Array> {
    const bytes = new Uint8Array(Math.max(0, Math.min(length, this.length - offset)));
    if (bytes.length > 0) await readWhole(this.file, offset, bytes);
    return bytes;
  }

  /** Reads for a copy: what could not be read of the drive cannot be read here. */
  async readInto(offset: number, into: Uint8Array): Promise<void> {
    const isUnread = this.unread.some(({ start, end }) => offset < end && start < offset + into.length);
    if (isUnread) throw new DriveError('bad-sector', offset);
    await readWhole(this.file, offset, into);
  }

  write(offset: number, bytes: Uint8Array): Promise<void> {
    return writeWhole(this.file, this.length, offset, bytes);
  }

  async sync(): Promise<void> {
    try {
      await this.file.datasync();
      await this.direct?.refresh();
    } catch (error) {
      throw asDriveError(error, 0);
    }
  }

  stamp(): Promise<FileStamp> {
    return stampOf(this.file);
  }

  get readBackFrom(): ReadBackFrom {
    return this.direct?.from ?? 'perhaps-a-cache';
  }

  readBackInto(offset: number, into: Uint8Array): Promise<void> {
    return (this.direct ?? this).readInto(offset, into);
  }

  async close(): Promise<void> {
    await this.direct?.close();
    await this.file.close();
  }
}

import { type FileHandle, open } from 'node:fs/promises';
import { join } from 'node:path';
import {
  DirectReader,
  type SourceDrive,
  type TargetDrive,
  asDriveError,
  readWhole,
  stampOf,
  writeWhole,
} from '@/copier';
import type { ReadBackFrom } from '@/core/copy';
import type { FileStamp } from '@/core/file-stamp';
import { fileMode, syncFolder } from '@/files';
import { WrittenMap } from './written-map';

/**
 * A drive on the dock: a sparse file of its true size and the account of what was written.
 * Reading gives zeros past what was written; writing past the end is a bug of the caller and throws.
 */
export class DriveImage implements SourceDrive, TargetDrive {
  private constructor(
    private readonly file: FileHandle,
    /** Null for a drive that is only read. */
    private readonly direct: DirectReader | null,
    readonly map: WrittenMap,
    readonly length: number,
  ) {}

  static async open(folder: string, mode: 'read' | 'write'): Promise<DriveImage> {
    const path = join(folder, 'image.img');
    const file = await open(path, mode === 'read' ? 'r' : 'r+');
    const { size } = await file.stat();
    const direct = mode === 'read' ? null : await DirectReader.open(path);
    return new DriveImage(file, direct, WrittenMap.open(join(folder, 'written.map'), size), size);
  }

  /** A blank drive: a file that is one hole. */
  static async create(folder: string, bytes: number): Promise<DriveImage> {
    const path = join(folder, 'image.img');
    const file = await open(path, 'wx+', fileMode);
    await file.truncate(bytes);
    await file.sync();
    const map = WrittenMap.open(join(folder, 'written.map'), bytes);
    const image = new DriveImage(file, await DirectReader.open(path), map, bytes);
    image.map.sync();
    await syncFolder(folder);
    return image;
  }

  async read(offset: number, length: number): Promise<Uint8Array> {
    const bytes = new Uint8Array(Math.max(0, Math.min(length, this.length - offset)));
    await this.readInto(offset, bytes);
    return bytes;
  }

  get isBlank(): boolean {
    return this.map.isBlank;
  }

  isHole(offset: number, length: number): boolean {
    return this.map.isUnwritten(offset, offset + length);
  }

  /** Fills `into` from the drive; for the copier, which uses its buffers again. */
  readInto(offset: number, into: Uint8Array): Promise<void> {
    return readWhole(this.file, offset, into);
  }

  /** Marks first, then writes: see WrittenMap. Call `sync` before relying on it. */
  async write(offset: number, bytes: Uint8Array): Promise<void> {
    if (offset >= 0 && offset + bytes.length <= this.length) this.mark(offset, bytes.length);
    await writeWhole(this.file, this.length, offset, bytes);
  }

  /** Marks places that are all written next: the disk is waited for once. */
  willWrite(offsets: readonly number[], length: number): void {
    this.map.markAll(offsets, length);
  }

  /** Empties all of it: one hole again, on the disk before the account says so. */
  async empty(): Promise<void> {
    await this.file.truncate(0);
    await this.file.truncate(this.length);
    await this.file.sync();
    this.map.clear();
    await this.direct?.refresh();
  }

  private mark(offset: number, length: number) {
    try {
      this.map.mark(offset, length);
    } catch (error) {
      throw asDriveError(error, offset);
    }
  }

  async sync(): Promise<void> {
    try {
      this.map.sync();
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
    this.map.close();
    await this.direct?.close();
    await this.file.close();
  }
}

import { type FileHandle, open } from 'node:fs/promises';
import { join } from 'node:path';
import type { BlockReader } from '@/core/disk';
import { WrittenMap } from './written-map';

/**
 * A drive on the dock: a sparse file of its true size and the account of what was written.
 * Reading gives zeros past what was written; writing past the end is a bug of the caller and throws.
 */
export class DriveImage implements BlockReader {
  private constructor(
    private readonly file: FileHandle,
    readonly map: WrittenMap,
    readonly length: number,
  ) {}

  static async open(folder: string, mode: 'read' | 'write'): Promise<DriveImage> {
    const file = await open(join(folder, 'image.img'), mode === 'read' ? 'r' : 'r+');
    const { size } = await file.stat();
    return new DriveImage(file, WrittenMap.open(join(folder, 'written.map'), size), size);
  }

  /** A blank drive: a file that is one hole. */
  static async create(folder: string, bytes: number): Promise<DriveImage> {
    const file = await open(join(folder, 'image.img'), 'wx+');
    await file.truncate(bytes);
    return new DriveImage(file, WrittenMap.open(join(folder, 'written.map'), bytes), bytes);
  }

  async read(offset: number, length: number): Promise<Uint8Array> {
    const bytes = new Uint8Array(Math.max(0, Math.min(length, this.length - offset)));
    await this.readInto(offset, bytes);
    return bytes;
  }

  /** Fills `into` from the drive; for the copier, which uses its buffers again. */
  async readInto(offset: number, into: Uint8Array): Promise<void> {
    for (let at = 0; at < into.length;) {
      const { bytesRead } = await this.file.read(into, at, into.length - at, offset + at);
      if (bytesRead === 0) throw new Error('the image ends before its size');
      at += bytesRead;
    }
  }

  /** Marks first, then writes: see WrittenMap. Call `sync` before relying on it. */
  async write(offset: number, bytes: Uint8Array): Promise<void> {
    if (offset < 0 || offset + bytes.length > this.length) throw new Error('write past the end of the drive');
    this.map.mark(offset, bytes.length);
    for (let at = 0; at < bytes.length;) {
      const { bytesWritten } = await this.file.write(bytes, at, bytes.length - at, offset + at);
      at += bytesWritten;
    }
  }

  async sync(): Promise<void> {
    this.map.sync();
    await this.file.datasync();
  }

  async close(): Promise<void> {
    this.map.close();
    await this.file.close();
  }
}

import { spawn } from 'node:child_process';
import { constants } from 'node:fs';
import { type FileHandle, open, statfs } from 'node:fs/promises';
import type { ReadBackFrom } from '@/core/copy';
import { DriveError, asDriveError } from './drives';

/** Direct reads begin and end on these (open(2), O_DIRECT: no file system asks for more). */
const alignment = 4096;
const pageBytes = 2 ** 16;
const mostBytes = 2 ** 20;
/** File systems that lie in memory (statfs(2)): what is read there never left it. */
const inMemory = new Set([0x01021994, 0x858458f6]);

/** Memory of WebAssembly begins on a page of the system, which no other buffer of Node promises. */
const alignedBuffer = (bytes: number): Uint8Array =>
  new Uint8Array(new WebAssembly.Memory({ initial: Math.ceil(bytes / pageBytes) }).buffer);

const roundDown = (at: number) => Math.floor(at / alignment) * alignment;
const roundUp = (at: number) => Math.ceil(at / alignment) * alignment;

/** Asks the system to forget what it keeps in memory of a file (posix_fadvise, by coreutils); false where that does not work. */
function dropCache(path: string): Promise<boolean> {
  return new Promise((resolve) => {
    const dd = spawn('dd', [`if=${path}`, 'iflag=nocache', 'count=0'], { stdio: 'ignore' });
    dd.on('error', () => resolve(false));
    dd.on('exit', (code) => resolve(code === 0));
  });
}

/**
 * Reads a file so that what comes is what the disk holds: past the system's cache where its file system allows that, else
 * after the cache was dropped; where neither works `from` says so. Call `refresh` behind each sync.
 */
export class DirectReader {
  private constructor(
    private readonly file: FileHandle,
    private readonly path: string,
    private readonly aligned: Uint8Array | null,
    /** Where what is read comes from, as far as this computer can tell. */
    readonly from: ReadBackFrom,
  ) {}

  static async open(path: string): Promise<DirectReader> {
    const { type } = await statfs(path);
    if (inMemory.has(type)) return new DirectReader(await open(path), path, null, 'perhaps-a-cache');
    const direct = await openDirect(path);
    if (direct) return direct;
    const from = (await dropCache(path)) ? 'cache-dropped' : 'perhaps-a-cache';
    return new DirectReader(await open(path), path, null, from);
  }

  static direct(file: FileHandle, path: string, aligned: Uint8Array): DirectReader {
    return new DirectReader(file, path, aligned, 'past-the-cache');
  }

  /** Makes sure that what is read next comes from the disk; what was written must be synced before. */
  async refresh(): Promise<void> {
    if (this.from === 'cache-dropped') await dropCache(this.path);
  }

  /** Fills `into`; what goes wrong is thrown as a `DriveError`. */
  async readInto(offset: number, into: Uint8Array): Promise<void> {
    try {
      for (let at = 0; at < into.length;) {
        const wanted = Math.min(mostBytes, into.length - at);
        const got = this.aligned
          ? await this.readAligned(this.aligned, offset + at, into.subarray(at, at + wanted))
          : (await this.file.read(into, at, wanted, offset + at)).bytesRead;
        if (got <= 0) throw new DriveError('gone', offset + at);
        at += got;
      }
    } catch (error) {
      throw asDriveError(error, offset);
    }
  }

  private async readAligned(aligned: Uint8Array, offset: number, into: Uint8Array): Promise<number> {
    const start = roundDown(offset);
    const length = roundUp(offset + into.length) - start;
    const { bytesRead } = await this.file.read(aligned, 0, length, start);
    const got = Math.min(into.length, bytesRead - (offset - start));
    if (got > 0) into.set(aligned.subarray(offset - start, offset - start + got));
    return got;
  }

  close(): Promise<void> {
    return this.file.close();
  }
}

/** Opened past the cache and tried; null where the file system does not do that. */
async function openDirect(path: string): Promise<DirectReader | null> {
  const file = await open(path, constants.O_RDONLY | constants.O_DIRECT).catch(() => null);
  if (!file) return null;
  const aligned = alignedBuffer(mostBytes + 2 * alignment);
  try {
    await file.read(aligned, 0, alignment, 0);
    return DirectReader.direct(file, path, aligned);
  } catch {
    await file.close();
    return null;
  }
}

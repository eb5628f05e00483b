import { type FileHandle, open } from 'node:fs/promises';
import type { FileStamp } from '@/core/file-stamp';

/** What tells the state of an open file from another one, now. */
export async function stampOf(file: FileHandle): Promise<FileStamp> {
  const { dev, ino, size, mtimeNs, ctimeNs } = await file.stat({ bigint: true });
  return {
    device: String(dev),
    file: String(ino),
    bytes: String(size),
    modifiedNs: String(mtimeNs),
    changedNs: String(ctimeNs),
    seenNs: String(BigInt(Date.now()) * 1_000_000n),
  };
}

/** The same of a file that is opened for it. Throws what the operating system says. */
export async function stampOfPath(path: string): Promise<FileStamp> {
  const file = await open(path, 'r');
  try {
    return await stampOf(file);
  } finally {
    await file.close();
  }
}

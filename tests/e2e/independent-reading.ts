import { closeSync, openSync, readSync } from 'node:fs';

/**
 * A second, plain reading of a drive image, written for the tests alone and from the specifications: it shares no
 * line with the product. Finds the parts by the first GPT header, each FAT32's used clusters by its first table.
 */
type FatPart = { start: number; boot: Buffer; clusterBytes: number; dataStart: number; used: number[] };

function readAt(handle: number, offset: number, length: number): Buffer {
  const buffer = Buffer.alloc(length);
  readSync(handle, buffer, 0, length, offset);
  return buffer;
}

function parts(handle: number): FatPart[] {
  const header = readAt(handle, 512, 512);
  if (header.toString('latin1', 0, 8) !== 'EFI PART') throw new Error('no GPT');
  const entries = readAt(handle, Number(header.readBigUInt64LE(72)) * 512, 128 * 128);
  const found: FatPart[] = [];
  for (let i = 0; i < 128; i += 1) {
    const entry = entries.subarray(i * 128, (i + 1) * 128);
    if (entry.subarray(0, 16).every((byte) => byte === 0)) continue;
    const start = Number(entry.readBigUInt64LE(32)) * 512;
    const boot = readAt(handle, start, 512);
    const tableStart = boot.readUInt16LE(14) * 512;
    const tableBytes = boot.readUInt32LE(36) * 512;
    const dataStart = tableStart + boot[16]! * tableBytes;
    // Used clusters of the demo's drives are all at the front: 4 MiB of table are a million clusters.
    const table = readAt(handle, start + tableStart, Math.min(tableBytes, 4 * 2 ** 20));
    const used: number[] = [];
    for (let cluster = 2; cluster * 4 < table.length; cluster += 1)
      if (table.readUInt32LE(cluster * 4) & 0x0fffffff) used.push(cluster);
    found.push({ start, boot, clusterBytes: boot[13]! * 512, dataStart, used });
  }
  return found;
}

export type Comparison = {
  parts: number;
  comparedBytes: number;
  /** Of clusters that hold anything but zeros. */
  filledBytes: number;
  differences: number;
  grownSectors: number[][];
};

/** Compares every used cluster of two images, part by part. */
export function compareDrives(sourcePath: string, targetPath: string): Comparison {
  const [source, target] = [openSync(sourcePath, 'r'), openSync(targetPath, 'r')];
  const result: Comparison = {
    parts: 0,
    comparedBytes: 0,
    filledBytes: 0,
    differences: 0,
    grownSectors: [],
  };
  const [from, to] = [parts(source), parts(target)];
  if (from.length !== to.length) throw new Error('another number of parts');
  from.forEach((part, i) => {
    const other = to[i]!;
    result.parts += 1;
    result.grownSectors.push([part.boot.readUInt32LE(32), other.boot.readUInt32LE(32)]);
    if (part.used.join() !== other.used.join()) result.differences += 1;
    for (const cluster of part.used) {
      const at = part.dataStart + (cluster - 2) * part.clusterBytes;
      const a = readAt(source, part.start + at, part.clusterBytes);
      const b = readAt(target, other.start + at, part.clusterBytes);
      result.comparedBytes += a.length;
      if (!a.equals(b)) result.differences += 1;
      if (!a.equals(Buffer.alloc(a.length))) result.filledBytes += a.length;
    }
  });
  closeSync(source);
  closeSync(target);
  return result;
}

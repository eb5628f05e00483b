import { eachSetRun } from '../bitmap';
import type { BlockReader } from '../block-reader';
import { RangeCollector } from '../byte-range';
import { viewOf } from '../bytes';
import { type Ext, descriptorBlock, leadingBlocks, parseExt, superblockOffset } from './ext';
import { type FileSystem, type FileSystemReading, type Usage, dirtyFault } from './file-system';

export type ExtFileSystem = FileSystem & { family: 'ext'; ext: Ext };

const blockUninitialised = 2;

type Descriptor = { bitmap: number; inodeBitmap: number; inodeTable: number; isUninitialised: boolean };

async function readDescriptor(partition: BlockReader, ext: Ext, group: number): Promise<Descriptor | null> {
  const inBlock = (group % (ext.blockBytes / ext.descriptorBytes)) * ext.descriptorBytes;
  const bytes = await partition.read(
    descriptorBlock(ext, group) * ext.blockBytes + inBlock,
    ext.descriptorBytes,
  );
  if (bytes.length < ext.descriptorBytes) return null;
  const view = viewOf(bytes);
  const block = (low: number, high: number) =>
    view.getUint32(low, true) + (ext.has64Bits ? view.getUint32(high, true) * 2 ** 32 : 0);
  const descriptor = {
    bitmap: block(0, 32),
    inodeBitmap: block(4, 36),
    inodeTable: block(8, 40),
    isUninitialised: ext.hasUninitialised && (view.getUint16(18, true) & blockUninitialised) !== 0,
  };
  const inside = (at: number, count: number) => at >= ext.firstDataBlock && at + count <= ext.blocks;
  return inside(descriptor.bitmap, 1) &&
    inside(descriptor.inodeBitmap, 1) &&
    inside(descriptor.inodeTable, ext.inodeTableBlocks)
    ? descriptor
    : null;
}

/** What is in use, group by group; null with the first group that cannot be trusted. */
async function readUsage(
  partition: BlockReader,
  ext: Ext,
): Promise<{ ok: true; usage: Usage } | { ok: false; group: number }> {
  const collector = new RangeCollector(ext.blocks * ext.blockBytes);
  const mark = (first: number, end: number) => collector.add(first * ext.blockBytes, end * ext.blockBytes);
  collector.add(0, superblockOffset + 1024);
  for (let group = 0; group < ext.groups; group += 1) {
    const descriptor = await readDescriptor(partition, ext, group);
    if (!descriptor) return { ok: false, group };
    const base = ext.firstDataBlock + group * ext.blocksPerGroup;
    const count = Math.min(ext.blocksPerGroup, ext.blocks - base);
    mark(base, base + leadingBlocks(ext, group));
    // Groups that share their bitmaps' place (flex groups) have them anywhere; each is named by its descriptor.
    mark(descriptor.bitmap, descriptor.bitmap + 1);
    mark(descriptor.inodeBitmap, descriptor.inodeBitmap + 1);
    mark(descriptor.inodeTable, descriptor.inodeTable + ext.inodeTableBlocks);
    if (descriptor.isUninitialised) continue;
    const bytes = await partition.read(descriptor.bitmap * ext.blockBytes, Math.ceil(count / 8));
    if (bytes.length < Math.ceil(count / 8)) return { ok: false, group };
    eachSetRun(bytes, count, (first, end) => mark(base + first, base + end));
  }
  return { ok: true, usage: { known: true, ...collector.finish() } };
}

/** Reads an ext2, ext3 or ext4 with what is in use. One whose journal waits to be replayed has bitmaps that are behind. */
export async function readExt(partition: BlockReader): Promise<FileSystemReading<ExtFileSystem>> {
  const parsed = parseExt(await partition.read(superblockOffset, 1024));
  if (!parsed.ok) return parsed;
  const ext = parsed.value;
  const faults: string[] = [];
  const isDirty = ext.needsRecovery || !ext.isClean;
  if (isDirty) faults.push(dirtyFault);
  let usage: Usage = { known: false, why: 'it was not closed cleanly' };
  if (ext.isBigAllocation) usage = { known: false, why: 'it counts in clusters of several blocks' };
  else if (!isDirty) {
    const read = await readUsage(partition, ext);
    if (read.ok) usage = read.usage;
    else {
      faults.push(`The descriptor of its group ${read.group} leads nowhere.`);
      usage = { known: false, why: 'a group descriptor is broken' };
    }
  }
  const bytes = ext.blocks * ext.blockBytes;
  const freeBytes = ext.freeBlocks <= ext.blocks ? ext.freeBlocks * ext.blockBytes : null;
  return {
    ok: true,
    fileSystem: {
      family: 'ext',
      kind: ext.kind,
      ext,
      label: ext.label,
      identity: ext.uuid || null,
      bytes,
      blockBytes: ext.blockBytes,
      usedBytes: freeBytes === null ? null : bytes - freeBytes,
      freeBytes,
      usage,
      growth: { by: 'device' },
      sectorFit: { rule: 'at most', bytes: ext.blockBytes },
      startIsWritten: false,
      faults,
    },
  };
}

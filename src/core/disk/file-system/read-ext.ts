import { eachSetRun } from '../bitmap';
import type { BlockReader } from '../block-reader';
import { RangeCollector, without } from '../byte-range';
import { viewOf } from '../bytes';
import { type Ext, descriptorBlock, leadingBlocks, parseExt, superblockOffset } from './ext';
import { type FileSystem, type FileSystemReading, type Usage, dirtyFault } from './file-system';

export type ExtFileSystem = FileSystem & { family: 'ext'; ext: Ext };

const blockUninitialised = 2;

const inodesUninitialised = 1;

type Descriptor = {
  bitmap: number;
  inodeBitmap: number;
  inodeTable: number;
  isUninitialised: boolean;
  /** Blocks at the end of its table of files that were never used (bg_itable_unused). */
  unusedTableBlocks: number;
};

/** Whole blocks of a table of files behind the last one that was ever used; what the descriptor says without checksums is not believed. */
function unusedTableBlocks(ext: Ext, view: DataView): number {
  if (!ext.hasUninitialised) return 0;
  const high = ext.has64Bits && ext.descriptorBytes >= 64 ? view.getUint16(50, true) * 2 ** 16 : 0;
  const none = (view.getUint16(18, true) & inodesUninitialised) !== 0;
  const unused = none ? ext.inodesPerGroup : view.getUint16(28, true) + high;
  if (unused > ext.inodesPerGroup) return 0;
  const usedBytes = (ext.inodesPerGroup - unused) * ext.inodeBytes;
  return ext.inodeTableBlocks - Math.ceil(usedBytes / ext.blockBytes);
}

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
    unusedTableBlocks: unusedTableBlocks(ext, view),
  };
  const inside = (at: number, count: number) => at >= ext.firstDataBlock && at + count <= ext.blocks;
  return inside(descriptor.bitmap, 1) &&
    inside(descriptor.inodeBitmap, 1) &&
    inside(descriptor.inodeTable, ext.inodeTableBlocks)
    ? descriptor
    : null;
}

/** As many as there are groups on the largest drives of this trade: beyond, nothing is left out. */
const mostCleared = 500_000;

/** What is in use, group by group; null with the first group that cannot be trusted. */
async function readUsage(
  partition: BlockReader,
  ext: Ext,
): Promise<{ ok: true; usage: Usage } | { ok: false; group: number }> {
  const collector = new RangeCollector(ext.blocks * ext.blockBytes);
  // What no file ever stood in is marked as used by the tables' own blocks: it is cleared on the new drive and not carried.
  const never = new RangeCollector(ext.blocks * ext.blockBytes, mostCleared);
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
    const end = descriptor.inodeTable + ext.inodeTableBlocks;
    mark(descriptor.inodeTable, end);
    never.add((end - descriptor.unusedTableBlocks) * ext.blockBytes, end * ext.blockBytes);
    if (descriptor.isUninitialised) continue;
    const clusters = Math.ceil(count / ext.clusterBlocks);
    const bytes = await partition.read(descriptor.bitmap * ext.blockBytes, Math.ceil(clusters / 8));
    if (bytes.length < Math.ceil(clusters / 8)) return { ok: false, group };
    eachSetRun(bytes, clusters, (first, end) =>
      mark(base + first * ext.clusterBlocks, base + Math.min(count, end * ext.clusterBlocks)),
    );
  }
  const { ranges, isCoarse } = collector.finish();
  const { ranges: cleared, isCoarse: closed } = never.finish();
  // Where gaps had to be closed to bound the list it says too much: then all of it is carried.
  if (closed) return { ok: true, usage: { known: true, ranges, isCoarse } };
  return { ok: true, usage: { known: true, ranges: without(ranges, cleared), isCoarse, cleared } };
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
  if (!isDirty) {
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

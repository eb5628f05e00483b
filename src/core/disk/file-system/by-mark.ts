import type { BlockReader } from '../block-reader';
import { hex, latin1, u64, u64Big, utf16, utf8UntilZero, uuidText, viewOf } from '../bytes';
import { type FileSystem, type FileSystemKind, type FileSystemReading, notRead } from './file-system';

export type MarkedFileSystem = FileSystem & { family: 'marked' };

type Told = {
  kind: FileSystemKind;
  label: string;
  identity: string | null;
  bytes: number;
  blockBytes: number;
  usedBytes: number | null;
  /** Set where its smallest unit on the drive is smaller than its blocks. */
  sectorBytes?: number;
};

function marked(told: Told): FileSystemReading<MarkedFileSystem> {
  if (!(told.bytes > 0) || !(told.blockBytes > 0))
    return notRead(`This ${told.kind} states an impossible size.`);
  const { usedBytes } = told;
  return {
    ok: true,
    fileSystem: {
      family: 'marked',
      kind: told.kind,
      label: told.label,
      identity: told.identity,
      bytes: told.bytes,
      blockBytes: told.blockBytes,
      usedBytes,
      freeBytes: usedBytes === null ? null : told.bytes - usedBytes,
      usage: { known: false, why: `the used blocks of ${told.kind} are not read` },
      growth: { by: 'device' },
      sectorFit: { rule: 'at most', bytes: told.sectorBytes ?? told.blockBytes },
      startIsWritten: false,
      faults: [],
    },
  };
}

/** btrfs: superblock at 64 KiB (btrfs on-disk format, "Superblock"). */
export async function readBtrfs(partition: BlockReader): Promise<FileSystemReading<MarkedFileSystem>> {
  const block = await partition.read(0x10000, 4096);
  if (block.length < 4096) return notRead('This btrfs ends inside its superblock.');
  const view = viewOf(block);
  return marked({
    kind: 'btrfs',
    label: utf8UntilZero(block.subarray(0x12b, 0x22b)),
    identity: uuidText(block.subarray(0x20, 0x30)),
    bytes: u64(view, 0x70),
    blockBytes: view.getUint32(0x90, true),
    usedBytes: u64(view, 0x78),
  });
}

/** F2FS: superblock at 1 KiB (Linux kernel, include/linux/f2fs_fs.h). */
export async function readF2fs(partition: BlockReader): Promise<FileSystemReading<MarkedFileSystem>> {
  const block = await partition.read(0x400, 3072);
  if (block.length < 1148) return notRead('This F2FS ends inside its superblock.');
  const view = viewOf(block);
  const logBlock = view.getUint32(16, true);
  if (logBlock < 9 || logBlock > 16) return notRead('This F2FS states an impossible block size.');
  return marked({
    kind: 'F2FS',
    label: utf16(block.subarray(124, 1148)),
    identity: uuidText(block.subarray(108, 124)),
    bytes: u64(view, 36) * 2 ** logBlock,
    blockBytes: 2 ** logBlock,
    usedBytes: null,
    sectorBytes: 2 ** Math.min(12, view.getUint32(8, true)),
  });
}

/** XFS: superblock at 0, big-endian (XFS algorithms and data structures, "Superblocks"). */
export async function readXfs(partition: BlockReader): Promise<FileSystemReading<MarkedFileSystem>> {
  const block = await partition.read(0, 512);
  if (block.length < 512) return notRead('This XFS ends inside its superblock.');
  const view = viewOf(block);
  const blockBytes = view.getUint32(4, false);
  const blocks = u64Big(view, 8);
  return marked({
    kind: 'XFS',
    label: utf8UntilZero(block.subarray(108, 120)),
    identity: uuidText(block.subarray(32, 48)),
    bytes: blocks * blockBytes,
    blockBytes,
    usedBytes: (blocks - u64Big(view, 144)) * blockBytes,
    sectorBytes: view.getUint16(102, false),
  });
}

/** HFS+: volume header at 1 KiB, big-endian (HFS Plus volume format, technical note 1150). */
export async function readHfsPlus(partition: BlockReader): Promise<FileSystemReading<MarkedFileSystem>> {
  const header = await partition.read(0x400, 512);
  if (header.length < 512) return notRead('This HFS+ ends inside its header.');
  const view = viewOf(header);
  const blockBytes = view.getUint32(40, false);
  const blocks = view.getUint32(44, false);
  return marked({
    kind: 'HFS+',
    label: await hfsPlusLabel(partition, blockBytes, view.getUint32(272 + 16, false)),
    identity: /^0*$/u.test(hex(header.subarray(104, 112))) ? null : hex(header.subarray(104, 112)),
    bytes: blocks * blockBytes,
    blockBytes,
    usedBytes: (blocks - view.getUint32(48, false)) * blockBytes,
  });
}

/** The volume's name is the first key of the catalogue's first leaf, whose parent is 1; '' where it is not found at once. */
async function hfsPlusLabel(
  partition: BlockReader,
  blockBytes: number,
  catalogueBlock: number,
): Promise<string> {
  const start = catalogueBlock * blockBytes;
  const header = await partition.read(start, 512);
  if (header.length < 512) return '';
  const nodeBytes = viewOf(header).getUint16(32, false);
  const leaf = await partition.read(
    start + viewOf(header).getUint32(24, false) * nodeBytes,
    Math.max(512, nodeBytes),
  );
  if (leaf.length < 512 || leaf[8] !== 0xff) return '';
  const view = viewOf(leaf);
  const characters = view.getUint16(14 + 6, false);
  if (view.getUint32(14 + 2, false) !== 1 || characters > 255 || 22 + 2 * characters > leaf.length) return '';
  return new TextDecoder('utf-16be').decode(leaf.subarray(22, 22 + 2 * characters));
}

/** Swap: a header in the first page, its mark at the page's end (Linux kernel, include/linux/swap.h). */
export async function readSwap(
  partition: BlockReader,
  pageBytes: number,
): Promise<FileSystemReading<MarkedFileSystem>> {
  const page = await partition.read(0, pageBytes);
  const isAsleep = latin1(page.subarray(pageBytes - 10, pageBytes - 1)) === 'S1SUSPEND';
  const view = viewOf(page);
  const bytes = (view.getUint32(1028, true) + 1) * pageBytes;
  return {
    ok: true,
    fileSystem: {
      family: 'marked',
      kind: 'swap',
      label: utf8UntilZero(page.subarray(1052, 1068)),
      identity: uuidText(page.subarray(1036, 1052)),
      bytes: Math.min(bytes, partition.length),
      blockBytes: pageBytes,
      usedBytes: pageBytes,
      freeBytes: Math.max(0, bytes - pageBytes),
      usage: isAsleep
        ? { known: false, why: 'a sleeping system is stored in it' }
        : { known: true, ranges: [{ start: 0, end: pageBytes }], isCoarse: false },
      growth: { by: 'nobody', why: 'Swap keeps its size until the system makes it anew.' },
      sectorFit: { rule: 'at most', bytes: pageBytes },
      startIsWritten: false,
      faults: isAsleep
        ? ['The device was put to sleep onto this partition: start it and shut it down first.']
        : [],
    },
  };
}

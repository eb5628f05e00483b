import { hex, isPowerOfTwo, utf8UntilZero, uuidText, viewOf } from '../bytes';
import { type NotRead, notRead } from './file-system';

/** Source of all fields: "ext4 Data Structures and Algorithms", Linux kernel documentation (superblock, group descriptors). */
export type Ext = {
  kind: 'ext2' | 'ext3' | 'ext4';
  blockBytes: number;
  blocks: number;
  freeBlocks: number;
  firstDataBlock: number;
  blocksPerGroup: number;
  groups: number;
  descriptorBytes: number;
  inodeTableBlocks: number;
  inodesPerGroup: number;
  inodeBytes: number;
  reservedDescriptorBlocks: number;
  firstMetaGroup: number;
  hasMetaGroups: boolean;
  has64Bits: boolean;
  /** Groups may be left without a bitmap, which is then computed (checksummed descriptors). */
  hasUninitialised: boolean;
  backups: { kind: 'all' | 'sparse' } | { kind: 'two'; groups: [number, number] };
  needsRecovery: boolean;
  isClean: boolean;
  /** Blocks that one bit of a bitmap stands for: more than one where it allocates in clusters. */
  clusterBlocks: number;
  label: string;
  uuid: string;
};

export const superblockOffset = 1024;

const compat = { journal: 0x4, sparseSuper2: 0x200 } as const;
const incompat = {
  recover: 0x4,
  journalDevice: 0x8,
  metaGroups: 0x10,
  extents: 0x40,
  bits64: 0x80,
  flexGroups: 0x200,
} as const;
const readOnly = {
  sparseSuper: 0x1,
  hugeFile: 0x8,
  descriptorChecksum: 0x10,
  bigAllocation: 0x200,
  metadataChecksum: 0x400,
} as const;

/** Most groups that are walked: 2^20 of 128 MiB are 128 TiB. */
const mostGroups = 2 ** 20;

/** Reads the superblock (1,024 bytes from offset 1,024). What speaks against it is said in a sentence. */
export function parseExt(superblock: Uint8Array): { ok: true; value: Ext } | NotRead {
  const not = (why: string) => notRead(`This ext file system cannot be read: ${why}.`);
  if (superblock.length < 1024) return not('it ends inside its superblock');
  const view = viewOf(superblock);
  if (view.getUint16(56, true) !== 0xef53) return not('its mark is missing');
  const features = {
    compat: view.getUint32(92, true),
    incompat: view.getUint32(96, true),
    readOnly: view.getUint32(100, true),
  };
  if (features.incompat & incompat.journalDevice) return not('it is another file system’s journal');
  const logBlock = view.getUint32(24, true);
  if (logBlock > 6) return not('its blocks have an impossible size');
  const blockBytes = 1024 * 2 ** logBlock;
  const has64Bits = (features.incompat & incompat.bits64) !== 0;
  const high = (at: number) => (has64Bits ? view.getUint32(at, true) * 2 ** 32 : 0);
  const blocks = view.getUint32(4, true) + high(0x150);
  const firstDataBlock = view.getUint32(20, true);
  const blocksPerGroup = view.getUint32(32, true);
  const logCluster = view.getUint32(28, true);
  const isInClusters = (features.readOnly & readOnly.bigAllocation) !== 0;
  if (isInClusters && (logCluster < logBlock || logCluster > logBlock + 20))
    return not('its clusters have an impossible size');
  const clusterBlocks = isInClusters ? 2 ** (logCluster - logBlock) : 1;
  const inodesPerGroup = view.getUint32(40, true);
  const inodeBytes = view.getUint32(76, true) === 0 ? 128 : view.getUint16(88, true);
  if (
    blocksPerGroup < 256 ||
    blocksPerGroup > 8 * blockBytes * clusterBlocks ||
    blocksPerGroup % (8 * clusterBlocks) !== 0
  )
    return not(`groups of ${blocksPerGroup} blocks`);
  if (blocks <= firstDataBlock || firstDataBlock > 1) return not('it has no blocks');
  if (
    !isPowerOfTwo(inodeBytes) ||
    inodeBytes < 128 ||
    inodeBytes > blockBytes ||
    inodesPerGroup > 8 * blockBytes
  )
    return not('its file entries have an impossible size');
  const groups = Math.ceil((blocks - firstDataBlock) / blocksPerGroup);
  if (groups > mostGroups) return not(`${groups} groups`);
  const descriptorBytes = has64Bits ? view.getUint16(254, true) : 32;
  if (
    !isPowerOfTwo(descriptorBytes) ||
    descriptorBytes < (has64Bits ? 64 : 32) ||
    descriptorBytes > blockBytes
  )
    return not('its group descriptors have an impossible size');
  const isFourth =
    features.incompat & (incompat.extents | incompat.bits64 | incompat.flexGroups) ||
    features.readOnly & (readOnly.hugeFile | readOnly.descriptorChecksum | readOnly.metadataChecksum);
  const value: Ext = {
    kind: isFourth ? 'ext4' : features.compat & compat.journal ? 'ext3' : 'ext2',
    blockBytes,
    blocks,
    freeBlocks: view.getUint32(12, true) + high(0x158),
    firstDataBlock,
    blocksPerGroup,
    groups,
    descriptorBytes,
    inodeTableBlocks: Math.ceil((inodesPerGroup * inodeBytes) / blockBytes),
    inodesPerGroup,
    inodeBytes,
    reservedDescriptorBlocks: view.getUint16(206, true),
    firstMetaGroup: view.getUint32(260, true),
    hasMetaGroups: (features.incompat & incompat.metaGroups) !== 0,
    has64Bits,
    hasUninitialised: (features.readOnly & (readOnly.descriptorChecksum | readOnly.metadataChecksum)) !== 0,
    backups:
      features.compat & compat.sparseSuper2
        ? { kind: 'two', groups: [view.getUint32(0x24c, true), view.getUint32(0x250, true)] }
        : { kind: features.readOnly & readOnly.sparseSuper ? 'sparse' : 'all' },
    needsRecovery: (features.incompat & incompat.recover) !== 0,
    isClean: (view.getUint16(58, true) & 1) === 1,
    clusterBlocks,
    label: utf8UntilZero(superblock.subarray(120, 136)),
    uuid: /^0*$/u.test(hex(superblock.subarray(104, 120))) ? '' : uuidText(superblock.subarray(104, 120)),
  };
  return { ok: true, value };
}

const isPowerOf = (n: number, base: number): boolean => {
  let power = base;
  while (power < n) power *= base;
  return power === n;
};

/** True where a group begins with a copy of the superblock (sparse: groups 0, 1 and powers of 3, 5 and 7). */
export function hasSuperblock({ backups }: Ext, group: number): boolean {
  if (group === 0 || backups.kind === 'all') return true;
  if (backups.kind === 'two') return backups.groups.includes(group);
  return group === 1 || [3, 5, 7].some((base) => isPowerOf(group, base));
}

const perBlock = (ext: Ext) => ext.blockBytes / ext.descriptorBytes;

/** Blocks at the start of a group that hold the superblock's copy and descriptors, in use even where no bitmap says so. */
export function leadingBlocks(ext: Ext, group: number): number {
  const own = hasSuperblock(ext, group) ? 1 : 0;
  const meta = Math.floor(group / perBlock(ext));
  if (ext.hasMetaGroups && meta >= ext.firstMetaGroup) {
    // Descriptors of a meta group stand in its first, second and last group.
    const inMeta = group % perBlock(ext);
    return own + ([0, 1, perBlock(ext) - 1].includes(inMeta) ? 1 : 0);
  }
  const tables = ext.hasMetaGroups ? ext.firstMetaGroup : Math.ceil(ext.groups / perBlock(ext));
  return own === 1 ? 1 + tables + ext.reservedDescriptorBlocks : 0;
}

/** The block in which the descriptor of a group stands. */
export function descriptorBlock(ext: Ext, group: number): number {
  const meta = Math.floor(group / perBlock(ext));
  if (!ext.hasMetaGroups || meta < ext.firstMetaGroup) return ext.firstDataBlock + 1 + meta;
  const first = meta * perBlock(ext);
  return ext.firstDataBlock + first * ext.blocksPerGroup + (hasSuperblock(ext, first) ? 1 : 0);
}

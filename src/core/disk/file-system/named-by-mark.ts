import type { BlockReader } from '../block-reader';
import { latin1, viewOf } from '../bytes';

/**
 * What is told by its mark alone and not read further: volumes of volume managers, members of arrays, and file systems whose used
 * blocks nobody reads here. All of it is carried whole. Offsets as the projects' own on-disk descriptions give them.
 */
type Mark = { name: string; at: number } & ({ text: string } | { number: number; bytes: 2 | 4 });

const marks: Mark[] = [
  ...[0, 512, 1024, 1536].map((at) => ({ name: 'LVM physical volume', at, text: 'LABELONE' })),
  { name: 'RAID member', at: 4096, number: 0xa92b4efc, bytes: 4 },
  { name: 'RAID member', at: 0, number: 0xa92b4efc, bytes: 4 },
  // A name-value list in XDR, big-endian, as every label of a pool begins.
  { name: 'ZFS pool member', at: 0x4000, text: '\x01\x01\0\0\0\0\0\0\0\0\0\x01' },
  { name: 'bcachefs', at: 0x1018, text: '\xc6\x85\x73\xf6\x66\xce\x90\xa9\xd9\x6a\x60\xcf\x80\x3d\xf7\xef' },
  {
    name: 'bcache device',
    at: 0x1018,
    text: '\xc6\x85\x73\xf6\x4e\x1a\x45\xca\x82\x65\xf5\x7f\x48\xba\x6d\x81',
  },
  { name: 'APFS', at: 32, text: 'NXSB' },
  { name: 'ReFS', at: 3, text: 'ReFS\0\0\0\0' },
  { name: 'HFS', at: 0x400, text: 'BD' },
  { name: 'ReiserFS', at: 0x10034, text: 'ReIsErFs' },
  { name: 'ReiserFS', at: 0x10034, text: 'ReIsEr2Fs' },
  { name: 'ReiserFS', at: 0x10034, text: 'ReIsEr3Fs' },
  { name: 'Reiser4', at: 0x10000, text: 'ReIsEr4' },
  { name: 'JFS', at: 0x8000, text: 'JFS1' },
  { name: 'NILFS2', at: 0x406, number: 0x3434, bytes: 2 },
  { name: 'UFS', at: 0x255c, number: 0x00011954, bytes: 4 },
  { name: 'UFS', at: 0x1055c, number: 0x19540119, bytes: 4 },
  { name: 'squashfs', at: 0, text: 'hsqs' },
  { name: 'EROFS', at: 0x400, number: 0xe0f5e1e2, bytes: 4 },
  { name: 'cramfs', at: 0, number: 0x28cd3d45, bytes: 4 },
  { name: 'ISO 9660', at: 0x8001, text: 'CD001' },
  { name: 'UDF', at: 0x8001, text: 'BEA01' },
  { name: 'hash tree of dm-verity', at: 0, text: 'verity\0\0' },
  { name: 'dm-integrity volume', at: 0, text: 'integrt\0' },
  { name: 'VDO volume', at: 0, text: 'dmvdo001' },
];

/** Bytes from the start in which the farthest of these marks ends. */
export const namedBytes = 0x10560;

/** Where members of arrays keep their label at the end: formats 1.0 and 0.90, and that of firmware arrays. */
const endMarks: { name: string; at: (length: number) => number; isIn: (bytes: Uint8Array) => boolean }[] = [
  {
    name: 'RAID member',
    at: (length) => Math.floor((length - 8192) / 4096) * 4096,
    isIn: (bytes) => viewOf(bytes).getUint32(0, true) === 0xa92b4efc,
  },
  {
    name: 'RAID member',
    at: (length) => Math.floor(length / 65536) * 65536 - 65536,
    isIn: (bytes) => viewOf(bytes).getUint32(0, true) === 0xa92b4efc,
  },
  {
    name: 'firmware RAID member',
    at: (length) => length - 1024,
    isIn: (bytes) => latin1(bytes).startsWith('Intel Raid ISM Cfg'),
  },
];

const isMarked = (head: Uint8Array, mark: Mark): boolean => {
  if ('text' in mark) return latin1(head.subarray(mark.at, mark.at + mark.text.length)) === mark.text;
  if (head.length < mark.at + mark.bytes) return false;
  const view = viewOf(head);
  const found = mark.bytes === 2 ? view.getUint16(mark.at, true) : view.getUint32(mark.at, true);
  return found === mark.number;
};

/** What the first bytes of a partition name, read no further; null where no such mark is there. */
export const namedAtStart = (head: Uint8Array): string | null =>
  marks.find((mark) => isMarked(head, mark))?.name ?? null;

/** What the end of a partition names: an array whose members look like an ordinary file system from their start. */
export async function namedAtEnd(partition: BlockReader): Promise<string | null> {
  for (const { name, at, isIn } of endMarks) {
    const offset = at(partition.length);
    if (offset < 0) continue;
    const bytes = await partition.read(offset, 32);
    if (bytes.length === 32 && isIn(bytes)) return name;
  }
  return null;
}

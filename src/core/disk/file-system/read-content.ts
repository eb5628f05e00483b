import { type BlockReader, WindowReader } from '../block-reader';
import { latin1, viewOf } from '../bytes';
import { type MarkedFileSystem, readBtrfs, readF2fs, readHfsPlus, readSwap, readXfs } from './by-mark';
import type { FileSystem, FileSystemReading } from './file-system';
import { type ExFatFileSystem, readExFat } from './read-exfat';
import { type ExtFileSystem, readExt } from './read-ext';
import { type FatFileSystem, readFat } from './read-fat';
import { type NtfsFileSystem, readNtfs } from './read-ntfs';

export type AnyFileSystem =
  FatFileSystem | ExFatFileSystem | NtfsFileSystem | ExtFileSystem | MarkedFileSystem;

/** What stands in one partition: a file system, something encrypted as a whole, or bytes that no mark explains. */
export type PartitionContent =
  | { kind: 'file-system'; fileSystem: AnyFileSystem }
  | { kind: 'sealed'; by: string }
  | { kind: 'unread'; why: string; /** A mark is there, and what it promises is not. */ isDamaged: boolean };

type Reader = (partition: BlockReader) => Promise<FileSystemReading<FileSystem & AnyFileSystem>>;

const swapMarks = ['SWAPSPACE2', 'S1SUSPEND\0'];

/** Bytes that marks stand in: the farthest is that of btrfs, at 64 KiB + 64. */
const markBytes = 0x10048;

/** Picks the reader by mark (offsets as in the handbook); null where none is found. */
function readerFor(head: Uint8Array): Reader | null {
  const text = (at: number, length: number) => latin1(head.subarray(at, at + length));
  const number = (at: number, bytes: 2 | 4) =>
    head.length < at + bytes
      ? 0
      : bytes === 2
        ? viewOf(head).getUint16(at, true)
        : viewOf(head).getUint32(at, true);
  if (text(3, 8) === 'EXFAT   ') return readExFat;
  if (text(3, 8) === 'NTFS    ') return readNtfs;
  if (text(0, 4) === 'XFSB') return readXfs;
  if (number(0x438, 2) === 0xef53) return readExt;
  if (text(0x10040, 8) === '_BHRfS_M') return readBtrfs;
  if (number(0x400, 4) === 0xf2f52010) return readF2fs;
  if (['H+', 'HX'].includes(text(0x400, 2))) return readHfsPlus;
  const page = [4096, 8192, 16384, 65536].find((bytes) => swapMarks.includes(text(bytes - 10, 10)));
  if (page) return (partition) => readSwap(partition, page);
  if (text(0x52, 8) === 'FAT32   ' || text(0x36, 3) === 'FAT') return readFat;
  return null;
}

function sealedBy(head: Uint8Array): string | null {
  if (latin1(head.subarray(0, 6)) === 'LUKS\xba\xbe') return 'LUKS';
  return latin1(head.subarray(3, 11)) === '-FVE-FS-' ? 'full-volume encryption' : null;
}

/** Tells what a partition holds and reads it as far as size, label, free and used blocks. A file system that claims more than the partition is not trusted. */
export async function readContent(partition: BlockReader): Promise<PartitionContent> {
  const window = new WindowReader(partition);
  const head = await partition.read(0, markBytes);
  const by = sealedBy(head);
  if (by) return { kind: 'sealed', by };
  const read = readerFor(head);
  if (!read) return { kind: 'unread', why: 'no mark of a known file system was found', isDamaged: false };
  const reading = await read(window);
  if (!reading.ok) return { kind: 'unread', why: reading.why, isDamaged: true };
  // An NTFS may lack the one sector behind it that holds the copy of its boot sector.
  const least =
    reading.fileSystem.bytes -
    (reading.fileSystem.family === 'ntfs' ? reading.fileSystem.ntfs.sectorBytes : 0);
  if (least > partition.length)
    return {
      kind: 'unread',
      why: `Its ${reading.fileSystem.kind} claims more than the partition holds.`,
      isDamaged: true,
    };
  return { kind: 'file-system', fileSystem: reading.fileSystem };
}

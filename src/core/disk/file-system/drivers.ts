import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import type { ByteRange } from '../byte-range';
import { latin1, viewOf } from '../bytes';
import { type MarkedFileSystem, readBtrfs, readF2fs, readHfsPlus, readSwap, readXfs } from './by-mark';
import { changeExFat } from './exfat-change';
import { changeFat, clustersOf } from './fat-change';
import { filesAt } from './fat-files';
import { entriesAreFree } from './fat-table';
import { type Change, type FileSystem, type FileSystemReading, onlyWrites } from './file-system';
import { type ExFatFileSystem, readExFat } from './read-exfat';
import { type ExtFileSystem, readExt } from './read-ext';
import { type FatFileSystem, readFat } from './read-fat';
import { type NtfsFileSystem, moveNtfs, readNtfs } from './read-ntfs';

export type AnyFileSystem =
  FatFileSystem | ExFatFileSystem | NtfsFileSystem | ExtFileSystem | MarkedFileSystem;
export type FileSystemFamily = AnyFileSystem['family'];
type Of<F extends FileSystemFamily> = Extract<AnyFileSystem, { family: F }>;

/** Where a file system stands when it has moved or grown, in the sectors of its drive; the start it names stays as it is where that is null. */
export type NewPlace = { startSector: number | null; totalSectors: number };

/** All that Jicara can do with one family of file systems; offsets of writes count from the partition's start. */
export type Driver<F extends FileSystem> = {
  /** Whether the first bytes of a partition bear its mark; where several do, the lowest rank counts. */
  tells: (
    head: Uint8Array,
  ) => { rank: number; read: (partition: BlockReader) => Promise<FileSystemReading<F>> } | null;
  /** What is rewritten when its partition stands elsewhere; nothing where it does not name its own start. Fault: `too-far`. */
  move: (partition: BlockReader, fileSystem: F, startSector: number) => Promise<Result<Change>>;
  /** What is rewritten when it grows to so many sectors, at its new start; asked only where its growth is by rewrite. */
  grow: (partition: BlockReader, fileSystem: F, to: NewPlace) => Promise<Result<Change>>;
  /** What stands in a stretch of it; null where only the place in the partition can be told. */
  nameOf: (partition: BlockReader, fileSystem: F, range: ByteRange) => Promise<string | null>;
};

const nothing = () => Promise.resolve(ok<Change>(onlyWrites([])));
const nameless = () => Promise.resolve(null);
const grownByDevice = () =>
  Promise.resolve(
    refuse('by-device', 'This file system is made larger by the device itself.', 'Let the device grow it.'),
  );

const textAt = (head: Uint8Array, at: number, text: string) =>
  latin1(head.subarray(at, at + text.length)) === text;
const numberAt = (head: Uint8Array, at: number, bytes: 2 | 4): number => {
  if (head.length < at + bytes) return 0;
  return bytes === 2 ? viewOf(head).getUint16(at, true) : viewOf(head).getUint32(at, true);
};

async function changedFat(
  partition: BlockReader,
  { fat }: FatFileSystem,
  to: NewPlace,
): Promise<Result<Change>> {
  const grows = to.totalSectors > fat.totalSectors;
  if (
    grows &&
    !(await entriesAreFree(partition, fat, fat.clusters + 2, clustersOf(fat, to.totalSectors) + 2))
  )
    return refuse(
      'tables-not-free',
      'The file system’s tables hold leftovers where its new clusters would be.',
      'Give the partition its old size by hand, or let the device check it first.',
    );
  const [boot, info] = await Promise.all([
    partition.read(0, fat.sectorBytes),
    partition.read(fat.infoSector * fat.sectorBytes, fat.sectorBytes),
  ]);
  const changed = changeFat(fat, { boot, info }, { ...to, startSector: to.startSector ?? fat.hiddenSectors });
  return changed.ok ? ok(onlyWrites(changed.value)) : changed;
}

const swapMarks = ['SWAPSPACE2', 'S1SUSPEND\0'];

/** One driver a family: a new one cannot be forgotten in any place. */
export const drivers: { readonly [F in FileSystemFamily]: Driver<Of<F>> } = {
  exfat: {
    tells: (head) => (textAt(head, 3, 'EXFAT   ') ? { rank: 0, read: readExFat } : null),
    move: (partition, fileSystem, startSector) =>
      changeExFat(partition, fileSystem, { startSector, totalSectors: fileSystem.exfat.volumeSectors }),
    grow: (partition, fileSystem, { startSector, totalSectors }) =>
      changeExFat(partition, fileSystem, {
        startSector: startSector ?? fileSystem.exfat.partitionOffset,
        totalSectors,
      }),
    nameOf: nameless,
  },
  ntfs: {
    tells: (head) => (textAt(head, 3, 'NTFS    ') ? { rank: 1, read: readNtfs } : null),
    async move(partition, { ntfs }, startSector) {
      const moved = await moveNtfs(partition, ntfs, startSector);
      return moved.ok ? ok(onlyWrites(moved.value)) : moved;
    },
    grow: grownByDevice,
    nameOf: nameless,
  },
  ext: {
    tells: (head) => (numberAt(head, 0x438, 2) === 0xef53 ? { rank: 3, read: readExt } : null),
    move: nothing,
    grow: grownByDevice,
    nameOf: nameless,
  },
  marked: {
    tells(head) {
      if (textAt(head, 0, 'XFSB')) return { rank: 2, read: readXfs };
      if (textAt(head, 0x10040, '_BHRfS_M')) return { rank: 4, read: readBtrfs };
      if (numberAt(head, 0x400, 4) === 0xf2f52010) return { rank: 5, read: readF2fs };
      if (['H+', 'HX'].some((mark) => textAt(head, 0x400, mark))) return { rank: 6, read: readHfsPlus };
      const page = [4096, 8192, 16384, 65536].find((bytes) =>
        swapMarks.some((mark) => textAt(head, bytes - 10, mark)),
      );
      return page ? { rank: 7, read: (partition) => readSwap(partition, page) } : null;
    },
    move: nothing,
    grow: grownByDevice,
    nameOf: nameless,
  },
  fat: {
    // The weakest of all marks: what else is told counts before it.
    tells: (head) =>
      textAt(head, 0x52, 'FAT32   ') || textAt(head, 0x36, 'FAT') ? { rank: 9, read: readFat } : null,
    move: (partition, fileSystem, startSector) =>
      changedFat(partition, fileSystem, { startSector, totalSectors: fileSystem.fat.totalSectors }),
    grow: changedFat,
    async nameOf(partition, { fat }, range) {
      const files = await filesAt(partition, fat, [range]);
      return files.length > 0 ? files.join(', ') : 'no file: free or the file system’s own';
    },
  },
};

/** The driver of a file system that was read. */
export const driverOf = <F extends FileSystemFamily>({ family }: Of<F>): Driver<Of<F>> =>
  drivers[family as F];

type Reader = (partition: BlockReader) => Promise<FileSystemReading<AnyFileSystem>>;

/** The reader whose mark the first bytes bear, by rank; null where none is found. */
export function readerFor(head: Uint8Array): Reader | null {
  const told = Object.values(drivers).flatMap((driver) => driver.tells(head) ?? []);
  return (
    told.reduce<(typeof told)[number] | null>(
      (best, next) => (best && best.rank <= next.rank ? best : next),
      null,
    )?.read ?? null
  );
}

/** Bytes from a partition's start that marks of file systems stand in: the farthest is that of btrfs, at 64 KiB + 64. */
export const markedBytes = 0x10048;

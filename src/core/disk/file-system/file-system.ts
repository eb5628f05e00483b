import type { ByteRange } from '../byte-range';
import type { Write } from '../write';

export type FileSystemKind =
  | 'FAT12'
  | 'FAT16'
  | 'FAT32'
  | 'exFAT'
  | 'NTFS'
  | 'ext2'
  | 'ext3'
  | 'ext4'
  | 'swap'
  | 'btrfs'
  | 'F2FS'
  | 'HFS+'
  | 'XFS';

/** Which bytes of the partition must be carried; `isCoarse` where small gaps were closed to bound the list. */
export type Usage =
  | {
      known: true;
      ranges: ByteRange[];
      isCoarse: boolean;
      /** Stretches that must read zero on the new drive and hold nothing on the old one: cleared there, never carried. */
      cleared?: ByteRange[];
    }
  | { known: false; why: string };

/** Who makes the file system larger when its partition has grown: Jicara by a few sectors, the device at its first start, or nobody. */
export type Growth = { by: 'rewrite'; limitBytes: number } | { by: 'device' } | { by: 'nobody'; why: string };

/** Sector sizes, bytes, that a file system can live with: only its own, or any up to one. */
export type SectorFit = { rule: 'exactly' | 'at most'; bytes: number };

/** One file system as read: what every kind has. What only one kind has lies in `detail`. */
export type FileSystem = {
  kind: FileSystemKind;
  label: string;
  /** Serial number or UUID as text; null where the kind has none. */
  identity: string | null;
  /** Bytes that the file system itself spans, its own end marks included. */
  bytes: number;
  /** Its smallest unit of allocation, bytes. */
  blockBytes: number;
  /** Bytes that it counts as used and as free; null where it was not read that far. */
  usedBytes: number | null;
  freeBytes: number | null;
  usage: Usage;
  growth: Growth;
  /** Drives that it can live on, by the size of their sectors. */
  sectorFit: SectorFit;
  /** Where the boot sector names the partition's start, moving the partition rewrites it. */
  startIsWritten: boolean;
  /** What is wrong or noteworthy, as sentences; a file system with faults is still read as far as it can be. */
  faults: string[];
};

/** A file system that was told by its mark but not understood further; a sentence says why. */
export type NotRead = { ok: false; why: string };
export type FileSystemReading<T extends FileSystem = FileSystem> = { ok: true; fileSystem: T } | NotRead;

export const notRead = (why: string): NotRead => ({ ok: false, why });

export const dirtyFault =
  'It was not closed cleanly: let the device shut down properly, or check it there, before it is copied.';

export const fitsSectors = (fit: SectorFit, sectorBytes: number): boolean =>
  fit.rule === 'exactly' ? sectorBytes === fit.bytes : sectorBytes <= fit.bytes;

/** A stretch of a partition that stands elsewhere in it on the new drive, bytes from its start; `by` how much farther. */
export type MovedArea = ByteRange & { by: number };

/**
 * What a file system needs when its partition moves or grows: rewrites; the areas that are carried, where not all of it stays in its
 * place (what lies in none of them is not); stretches of the new drive that must read zero. Offsets count from the partition's start.
 */
export type Change = { writes: Write[]; moved: MovedArea[]; cleared: ByteRange[] };

export const onlyWrites = (writes: Write[]): Change => ({ writes, moved: [], cleared: [] });

import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import {
  DeliveredPartition,
  type Partition,
  type PartitionTable,
  type Write,
  buildTable,
  deliveredTable,
  makeFat32,
  smallestFat32Sectors,
  partitionBytes,
  readPackedVolume,
} from '@/core/disk';
import { unsafeValue } from '@/core/result';
import { type DriveImage } from './drive-image';

/** Least and most bytes of real content that a stand-in drive holds; more would only fill the technician's disk. */
export const standInBytes = { least: 0.3e9, most: 1e9 } as const;

export type FillWish = {
  parts: DeliveredPartition[];
  sectors: number;
  sectorBytes: number;
  /** Bytes in use that were stated at take-in; null where nobody knows. */
  statedBytes: number | null;
  startFile: string;
  seed: number;
  /**
   * Folder of what ships for stand-ins: packed volumes, from which file systems other than FAT32 are laid out, and the program that
   * stands in the start file. Left out, all is FAT32 and noise.
   */
  demo?: string;
};

/** A drive to make and fill: a blank image of so many bytes in this folder. */
export type FillOrder = { folder: string; bytes: number; wish: FillWish };

/** A small fast generator (xorshift32): the same seed gives the same drive. */
function generator(seed: number) {
  let state = seed >>> 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return state >>> 0;
  };
}

const guidFrom = (next: () => number) => {
  const hex = Array.from({ length: 4 }, () => next().toString(16).padStart(8, '0'))
    .join('')
    .toUpperCase();
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `4${hex.slice(13, 16)}`,
    `A${hex.slice(17, 20)}`,
    hex.slice(20),
  ].join('-');
};

/** How many bytes of files the main part gets: of more than a stand-in holds, a thousandth. */
export function contentBytes(statedBytes: number | null): number {
  const wanted = statedBytes ?? standInBytes.least;
  const held = wanted > standInBytes.most ? wanted / 1000 : wanted;
  return Math.round(Math.min(standInBytes.most, Math.max(standInBytes.least, held)));
}

const fileBytes = 96_000_000;
const recoveryBytes = 24_000_000;

function filesFor(part: DeliveredPartition, wish: FillWish) {
  if (part.type === 'efiSystem')
    return [
      { path: wish.startFile, bytes: 1_450_000 },
      { path: 'EFI/BOOT/SPLASH.BIN', bytes: 600_000 },
    ];
  if (part.type === 'recovery') return [{ path: 'RECOVERY.IMG', bytes: recoveryBytes }];
  const total = contentBytes(wish.statedBytes) - recoveryBytes - 2_050_000;
  const count = Math.ceil(total / fileBytes);
  return Array.from({ length: count }, (_, i) => ({
    path: i === 0 ? 'SYSTEM/CORE.BIN' : `GAMES/G${String(i).padStart(3, '0')}.DAT`,
    bytes: Math.min(fileBytes, total - i * fileBytes),
  }));
}

/** What a part begins as: bytes to write, and where its files go. */
type Made = { writes: Write[]; extents: { start: number; bytes: number; path?: string }[] };

/** The part's own file system where it ships packed in just this size; null where it does not. */
async function packedVolume(
  part: DeliveredPartition,
  placed: Partition,
  wish: FillWish,
): Promise<Made | null> {
  const bytes = partitionBytes(placed, wish.sectorBytes);
  if (!part.volume || !wish.demo || wish.sectorBytes !== 512) return null;
  const packed = await readFile(join(wish.demo, 'volumes', `${part.volume}-${bytes}.vol.gz`)).catch(
    () => null,
  );
  if (!packed) return null;
  const { header, writes } = unsafeValue(readPackedVolume(gunzipSync(packed)));
  const movedElsewhere = header.firstSector !== null && header.firstSector !== placed.firstSector;
  if (movedElsewhere) return null;
  const extents = header.files.flatMap((file) =>
    file.extents.map(([start, length]) => ({ start, bytes: length })),
  );
  return { writes, extents };
}

/**
 * Fills a blank stand-in drive as its maker would have delivered it: table, parts with their file systems, and files of bytes
 * none of which is zero. `progress` hears the bytes written so far.
 */
export async function fillDrive(
  drive: DriveImage,
  wish: FillWish,
  progress?: (bytes: number) => void,
): Promise<PartitionTable> {
  const next = generator(wish.seed);
  const program = wish.demo ? await readFile(join(wish.demo, 'start-file/start.efi')) : null;
  const guids = Array.from({ length: wish.parts.length + 1 }, () => guidFrom(next));
  // What does not hold the parts was refused with its layout, before it came here.
  const table = unsafeValue(deliveredTable(wish.parts, wish, (n) => guids[n]!));
  // Twice a mebibyte: each block of content is a window at another place in it, and stamped with its number.
  const noise = new Uint32Array(2 ** 19);
  for (let i = 0; i < noise.length; i += 1) noise[i] = next() | 0x01010101;
  const noiseBytes = new Uint8Array(noise.buffer);
  let written = 0;
  const put = async (writes: Write[], base: number) => {
    for (const write of writes) await drive.write(base + write.offset, write.bytes);
  };
  for (const [i, part] of wish.parts.entries()) {
    const placed = table.partitions[i]!;
    const base = placed.firstSector * wish.sectorBytes;
    const serial = next();
    const sectors = placed.lastSector - placed.firstSector + 1;
    // What is too small for a file system is set aside: nothing lies in it.
    if (!part.volume && sectors < smallestFat32Sectors(part.fat32, wish.sectorBytes)) continue;
    const made: Made =
      (await packedVolume(part, placed, wish)) ??
      makeFat32({
        ...part.fat32,
        sectorBytes: wish.sectorBytes,
        // A FAT32 counts its sectors in 32 bits; what lies behind stays outside it.
        totalSectors: Math.min(sectors, 0xffffffff),
        hiddenSectors: placed.firstSector,
        serial,
        files: filesFor(part, wish),
      });
    await put(made.writes, base);
    for (const extent of made.extents) {
      for (let at = 0; at < extent.bytes; at += 2 ** 20) {
        const from = next() % 2 ** 20;
        const block = noiseBytes.slice(from, from + Math.min(2 ** 20, extent.bytes - at));
        if (block.length >= 4) new DataView(block.buffer).setUint32(0, (written / 2 ** 10) | 0x01010101);
        await drive.write(base + extent.start + at, block);
        written += block.length;
        progress?.(written);
      }
      // The program that says that it was started; the noise behind it is no part of it.
      if (program && extent.path === wish.startFile) await drive.write(base + extent.start, program);
    }
  }
  await put(buildTable(table), 0);
  await drive.sync();
  return table;
}

import { type Result, ok, refuse } from '../../result';
import { eachSetRunIn } from '../bitmap';
import type { BlockReader } from '../block-reader';
import { RangeCollector } from '../byte-range';
import { utf16, viewOf } from '../bytes';
import type { Write } from '../write';
import { type FileSystem, type FileSystemReading, type Usage, dirtyFault } from './file-system';
import { FileRecords, type Ntfs, ntfsHiddenField, parseNtfs, piecesOf } from './ntfs';
import { attributeType } from './ntfs-record';

export type NtfsFileSystem = FileSystem & { family: 'ntfs'; ntfs: Ntfs };

/** Numbers of the records that describe the volume and its bitmap. */
const record = { volume: 3, bitmap: 6 } as const;

/**
 * Reads an NTFS with what is in use: the clusters that `$Bitmap` marks and the copy of the boot sector behind the last
 * one. A volume marked dirty may have a bitmap that is behind its log, so its used blocks count as unknown.
 */
export async function readNtfs(partition: BlockReader): Promise<FileSystemReading<NtfsFileSystem>> {
  const parsed = parseNtfs(await partition.read(0, 512));
  if (!parsed.ok) return parsed;
  const fs = parsed.value;
  const faults: string[] = [];
  const records = new FileRecords(partition, fs);
  const isOpen = await records.open();
  if (!isOpen) faults.push('Its table of files cannot be read.');
  const label = isOpen ? await records.resident(record.volume, attributeType.volumeName) : null;
  const info = isOpen ? await records.resident(record.volume, attributeType.volumeInfo) : null;
  // Bit 0 of the volume's flags: it was not closed cleanly.
  const isDirty = info !== null && info.length >= 12 && (viewOf(info).getUint16(10, true) & 1) === 1;
  if (isDirty) faults.push(dirtyFault);
  const collector = new RangeCollector((fs.totalSectors + 1) * fs.sectorBytes);
  collector.add(0, 16 * fs.sectorBytes);
  // The copy of the boot sector stands behind the last one, where the partition has room for it.
  const end = fs.totalSectors * fs.sectorBytes;
  if (end + fs.sectorBytes <= partition.length) collector.add(end, end + fs.sectorBytes);
  const bitmap = isOpen ? await records.data(record.bitmap) : null;
  const pieces = bitmap && bitmap.bytes >= Math.ceil(fs.clusters / 8) ? piecesOf(fs, bitmap.runs) : null;
  const used =
    pieces !== null &&
    (await eachSetRunIn(partition, pieces, fs.clusters, (first, end) =>
      collector.add(first * fs.clusterBytes, end * fs.clusterBytes),
    ));
  if (isOpen && used === false) faults.push('Its map of used clusters cannot be read.');
  const usage: Usage =
    used === false || isDirty
      ? {
          known: false,
          why: used === false ? 'its map of used clusters cannot be read' : 'it was not closed cleanly',
        }
      : { known: true, ...collector.finish() };
  const usedBytes = used === false ? null : used * fs.clusterBytes;
  return {
    ok: true,
    fileSystem: {
      family: 'ntfs',
      kind: 'NTFS',
      ntfs: fs,
      label: label ? utf16(label) : '',
      identity: fs.serial,
      bytes: (fs.totalSectors + 1) * fs.sectorBytes,
      blockBytes: fs.clusterBytes,
      usedBytes,
      freeBytes: usedBytes === null ? null : fs.clusters * fs.clusterBytes - usedBytes,
      usage,
      growth: { by: 'device' },
      sectorFit: { rule: 'exactly', bytes: fs.sectorBytes },
      startIsWritten: true,
      faults,
    },
  };
}

/** The two sectors to rewrite when an NTFS gets a new start: boot sector and its copy behind the last cluster. Fault: `too-far`. */
export async function moveNtfs(
  partition: BlockReader,
  fs: Ntfs,
  startSector: number,
): Promise<Result<Write[]>> {
  if (startSector > 0xffffffff)
    return refuse('too-far', 'An NTFS cannot start that far into a drive.', 'Place it further to the front.');
  const writes: Write[] = [];
  for (const [what, sector] of [
    ['boot sector', 0],
    ['boot sector copy', fs.totalSectors],
  ] as const) {
    const bytes = (await partition.read(sector * fs.sectorBytes, fs.sectorBytes)).slice();
    // A copy that is missing or damaged is left as it is.
    if (!parseNtfs(bytes).ok) continue;
    viewOf(bytes).setUint32(ntfsHiddenField, startSector, true);
    writes.push({ what, offset: sector * fs.sectorBytes, bytes });
  }
  return ok(writes);
}

import { type DriveReading, fileSystemOf } from './read-drive';
import { partitionBytes } from './table/partition-table';

/** One of the equal stretches that a drive is drawn in: the partition it lies in, and the share of it that a copy carries. */
export type UsageBin = { part: number | null; carried: number };

/**
 * Shares a drive into `bins` equal stretches for drawing. A stretch that touches several partitions shows the one that takes most of it. A partition
 * whose used blocks are not known counts as carried in full.
 */
export function usageMap(reading: DriveReading, driveBytes: number, bins: number): UsageBin[] {
  const binBytes = driveBytes / bins;
  const covered = Array.from({ length: bins }, () => new Map<number, number>());
  const carried = new Float64Array(bins);
  const spread = (start: number, end: number, visit: (bin: number, bytes: number) => void) => {
    const last = Math.min(bins - 1, Math.floor((end - 1) / binBytes));
    for (let bin = Math.max(0, Math.floor(start / binBytes)); bin <= last; bin += 1)
      visit(bin, Math.min(end, (bin + 1) * binBytes) - Math.max(start, bin * binBytes));
  };
  for (const partition of reading.table?.partitions ?? []) {
    const start = partition.firstSector * reading.sectorBytes;
    const end = Math.min(driveBytes, start + partitionBytes(partition, reading.sectorBytes));
    if (!(start >= 0 && end > start)) continue;
    spread(start, end, (bin, bytes) =>
      covered[bin]!.set(partition.number, (covered[bin]!.get(partition.number) ?? 0) + bytes),
    );
    const usage = fileSystemOf(reading, partition.number)?.usage;
    const ranges = usage?.known ? usage.ranges : [{ start: 0, end: end - start }];
    for (const range of ranges)
      spread(start + range.start, start + range.end, (bin, bytes) => (carried[bin]! += bytes));
  }
  return covered.map((partitions, bin) => {
    const most = [...partitions.entries()].sort((a, b) => b[1] - a[1])[0];
    return { part: most ? most[0] : null, carried: Math.min(1, carried[bin]! / binBytes) };
  });
}

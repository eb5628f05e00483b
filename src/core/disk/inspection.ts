import * as z from 'zod';
import { rangeBytes } from './byte-range';
import type { PartitionContent } from './file-system/read-content';
import type { DriveReading } from './read-drive';
import { partitionTypes } from './table/guid';
import { type Partition, partitionBytes } from './table/partition-table';

const bytes = z.int().nonnegative();

/** What was found in one partition, as plain data. Sizes in bytes; null where the file system does not tell. */
export const InspectedPartition = z.object({
  number: z.int(),
  name: z.string(),
  type: z.string(),
  partGuid: z.string(),
  firstSector: z.number(),
  lastSector: z.number(),
  bytes: z.number(),
  /** Kind of file system, `sealed` or `unread`. */
  holds: z.string(),
  label: z.string(),
  identity: z.string().nullable(),
  fileSystemBytes: bytes.nullable(),
  usedBytes: bytes.nullable(),
  freeBytes: bytes.nullable(),
  /** What a copy would carry; `whole` says why it must be all of the partition. */
  carriedBytes: bytes,
  whole: z.string().nullable(),
  grownBy: z.enum(['rewrite', 'device', 'nobody']),
  faults: z.array(z.string()),
});
export type InspectedPartition = z.infer<typeof InspectedPartition>;

/** What was found on a drive or in an image. */
export const Inspection = z.object({
  schema: z.literal('jicara.inspection/1'),
  bytes,
  sectorBytes: z.int().positive(),
  table: z.object({ kind: z.enum(['gpt', 'record', 'none']), diskGuid: z.string() }).nullable(),
  faults: z.array(z.string()),
  parts: z.array(InspectedPartition),
  /** What a copy would carry of all partitions together. */
  carriedBytes: bytes,
  isSealed: z.boolean(),
  /** A table that is there as well and was not taken; null where there is one at most. */
  otherTable: z
    .object({
      kind: z.enum(['gpt', 'record', 'none']),
      parts: z.array(z.object({ number: z.int(), firstSector: z.number(), lastSector: z.number() })),
    })
    .nullable(),
});
export type Inspection = z.infer<typeof Inspection>;

function inspectPart(
  partition: Partition,
  content: PartitionContent | undefined,
  sectorBytes: number,
): InspectedPartition {
  const own = partitionBytes(partition, sectorBytes);
  const size = Number.isSafeInteger(own) && own > 0 ? own : 0;
  const type =
    partitionTypes[partition.typeGuid] ??
    (partition.record ? `type 0x${partition.record.type.toString(16)}` : 'other');
  const place = {
    number: partition.number,
    name: partition.name,
    type,
    partGuid: partition.partGuid,
    firstSector: partition.firstSector,
    lastSector: partition.lastSector,
    bytes: size,
  };
  const none = {
    label: '',
    identity: null,
    fileSystemBytes: null,
    usedBytes: null,
    freeBytes: null,
    carriedBytes: size,
  };
  if (content?.kind !== 'file-system') {
    const isSealed = content?.kind === 'sealed';
    const whole = isSealed ? `sealed by ${content.by}` : (content?.why ?? 'not read');
    const faults = content?.kind === 'unread' && content.isDamaged ? [content.why] : [];
    const holds = isSealed ? 'sealed' : (content?.kind === 'unread' && content.name) || 'unread';
    return { ...place, ...none, holds, whole, grownBy: 'nobody', faults };
  }
  const { fileSystem: fs } = content;
  return {
    ...place,
    holds: fs.kind,
    label: fs.label,
    identity: fs.identity,
    fileSystemBytes: fs.bytes,
    usedBytes: fs.usedBytes,
    freeBytes: fs.freeBytes,
    carriedBytes: fs.usage.known ? rangeBytes(fs.usage.ranges) : size,
    whole: fs.usage.known ? null : fs.usage.why,
    grownBy: fs.growth.by,
    faults: fs.faults,
  };
}

/** Puts a reading into plain data: for screens, exports and programs. */
export function inspect(reading: DriveReading, driveBytes: number): Inspection {
  const { table } = reading;
  const partitions = (table?.partitions ?? [])
    .map((partition) => inspectPart(partition, reading.contents[partition.number], reading.sectorBytes))
    .sort((a, b) => a.firstSector - b.firstSector);
  return {
    schema: 'jicara.inspection/1',
    bytes: driveBytes,
    sectorBytes: reading.sectorBytes,
    table: table && { kind: table.kind, diskGuid: table.diskGuid },
    faults: reading.faults.map(({ sentence }) => sentence),
    parts: partitions,
    carriedBytes: partitions.reduce((total, partition) => total + partition.carriedBytes, 0),
    isSealed: partitions.some(({ holds }) => holds === 'sealed'),
    otherTable: reading.other
      ? {
          kind: reading.other.kind,
          parts: reading.other.partitions.map(({ number, firstSector, lastSector }) => ({
            number,
            firstSector,
            lastSector,
          })),
        }
      : null,
  };
}

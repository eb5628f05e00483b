import { z } from 'zod';
import { rangeBytes } from './byte-range';
import type { PartContent } from './file-system/read-content';
import type { DriveReading } from './read-drive';
import { partTypes } from './table/guid';
import { type Part, partBytes } from './table/part-table';

const bytes = z.int().nonnegative();

/** What was found in one part, as plain data. Sizes in bytes; null where the file system does not tell. */
export const InspectedPart = z.object({
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
  /** What a copy would carry; `whole` says why it must be all of the part. */
  carriedBytes: bytes,
  whole: z.string().nullable(),
  grownBy: z.enum(['rewrite', 'device', 'nobody']),
  faults: z.array(z.string()),
});
export type InspectedPart = z.infer<typeof InspectedPart>;

/** What was found on a drive or in an image. */
export const Inspection = z.object({
  schema: z.literal('jicara.inspection/1'),
  bytes,
  sectorBytes: z.int().positive(),
  table: z.object({ kind: z.enum(['gpt', 'record', 'none']), diskGuid: z.string() }).nullable(),
  faults: z.array(z.string()),
  parts: z.array(InspectedPart),
  /** What a copy would carry of all parts together. */
  carriedBytes: bytes,
  isSealed: z.boolean(),
});
export type Inspection = z.infer<typeof Inspection>;

function inspectPart(part: Part, content: PartContent | undefined, sectorBytes: number): InspectedPart {
  const own = partBytes(part, sectorBytes);
  const size = Number.isSafeInteger(own) && own > 0 ? own : 0;
  const type =
    partTypes[part.typeGuid] ?? (part.record ? `type 0x${part.record.type.toString(16)}` : 'other');
  const place = {
    number: part.number,
    name: part.name,
    type,
    partGuid: part.partGuid,
    firstSector: part.firstSector,
    lastSector: part.lastSector,
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
    return { ...place, ...none, holds: isSealed ? 'sealed' : 'unread', whole, grownBy: 'nobody', faults: [] };
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
  const parts = (table?.parts ?? [])
    .map((part) => inspectPart(part, reading.contents[part.number], reading.sectorBytes))
    .sort((a, b) => a.firstSector - b.firstSector);
  return {
    schema: 'jicara.inspection/1',
    bytes: driveBytes,
    sectorBytes: reading.sectorBytes,
    table: table && { kind: table.kind, diskGuid: table.diskGuid },
    faults: reading.faults.map(({ sentence }) => sentence),
    parts,
    carriedBytes: parts.reduce((total, part) => total + part.carriedBytes, 0),
    isSealed: parts.some(({ holds }) => holds === 'sealed'),
  };
}

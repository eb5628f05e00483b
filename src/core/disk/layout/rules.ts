import type { DriveReading } from '../read-drive';
import type { SectorFit } from '../file-system/file-system';
import { type PartContent } from '../file-system/read-content';
import { partTypeCodes } from '../table/guid';
import { type Part, type PartTable, partBytes } from '../table/part-table';

/** What may be done with one part. Sizes count from its start. */
export type PartRule = {
  /** What it holds, in words: `NTFS`, `sealed by LUKS`, `unread`. */
  holds: string;
  /** It cannot be carried in fewer bytes: its file system spans as many, used or not. */
  leastBytes: number;
  /** Bytes in use, where they are known: what the file system could at best be shrunk to by the device. */
  usedBytes: number | null;
  /** Largest size; its own where it cannot grow. */
  mostBytes: number;
  grownBy: 'rewrite' | 'device' | null;
  mayMove: boolean;
  mayDrop: boolean;
  /** Drives it can live on; null where that is not known. */
  sectorFit: SectorFit | null;
};

export type PartRules = Record<number, PartRule>;

/** As large as a part may become where nothing in it sets a limit. */
const unlimited = Number.MAX_SAFE_INTEGER;

/** Parts that a device can do without: what restores it, and what is set aside. The rest is never dropped. */
const droppable: string[] = [partTypeCodes.recovery, partTypeCodes.reserved, partTypeCodes.swap];

/** What starts or restores a device keeps its size: room there serves nobody. */
export const growsAtAll = (typeGuid: string): boolean =>
  typeGuid !== partTypeCodes.efiSystem && !droppable.includes(typeGuid);

function ruleFor(table: PartTable, part: Part, content: PartContent | undefined): PartRule {
  const own = partBytes(part, table.sectorBytes);
  // Boot code of the older record finds its parts by sector; only the last of them may take what comes behind it.
  const isLast = table.parts.every((other) => other.firstSector <= part.firstSector);
  const isFixed = table.kind !== 'gpt';
  const common = {
    mayMove: !isFixed,
    mayDrop: !isFixed && droppable.includes(part.typeGuid),
    usedBytes: null,
    leastBytes: own,
    mostBytes: own,
    grownBy: null,
    sectorFit: null,
  };
  if (content?.kind === 'sealed')
    // A volume sealed as a whole names its own start where nobody can rewrite it.
    return { ...common, holds: `sealed by ${content.by}`, mayMove: common.mayMove && content.by === 'LUKS' };
  if (content?.kind !== 'file-system') return { ...common, holds: 'unread' };
  const { fileSystem } = content;
  const mayGrow =
    growsAtAll(part.typeGuid) && (!isFixed || (isLast && (part.record?.linkSector ?? null) === null));
  const growth = mayGrow ? fileSystem.growth : null;
  return {
    ...common,
    holds: fileSystem.kind,
    usedBytes: fileSystem.usedBytes,
    leastBytes: Math.min(own, fileSystem.bytes),
    mostBytes:
      growth?.by === 'rewrite' ? Math.max(own, growth.limitBytes) : growth?.by === 'device' ? unlimited : own,
    grownBy: growth?.by === 'rewrite' || growth?.by === 'device' ? growth.by : null,
    sectorFit: fileSystem.sectorFit,
  };
}

/** What may be done with each part of a drive that was read. */
export function rulesOf(reading: Pick<DriveReading, 'table' | 'contents'>): PartRules {
  const { table } = reading;
  return Object.fromEntries(
    (table?.parts ?? []).map((part) => [part.number, ruleFor(table!, part, reading.contents[part.number])]),
  );
}

/** The part that should take the new space: the largest that can grow and is neither the start part nor a recovery. */
export function growingPart(parts: Part[], rules: PartRules, sectorBytes: number): Part | null {
  const can = parts.filter((part) => {
    const rule = rules[part.number];
    return rule !== undefined && rule.grownBy !== null && growsAtAll(part.typeGuid);
  });
  return can.reduce<Part | null>(
    (best, part) => (best && partBytes(best, sectorBytes) >= partBytes(part, sectorBytes) ? best : part),
    null,
  );
}

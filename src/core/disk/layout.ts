import { type Result, ok, refuse } from '../result';
import { partTypeCodes } from './guid';
import { type Part, type PartTable, usableSectors } from './gpt';

/** Every part starts on a multiple of 1 MiB: no drive's inner pages are cut, whatever their size. */
export const lineBytes = 2 ** 20;

export type LayoutWish = {
  /** Share of the new drive kept unpartitioned, percent 0 to 50. */
  holdBackPercent: number;
};

export type PlacedPart = {
  number: number;
  name: string;
  typeGuid: string;
  partGuid: string;
  attributes: string;
  from: { firstSector: number; lastSector: number };
  to: { firstSector: number; lastSector: number };
  change: 'stays' | 'moves' | 'grows' | 'moves and grows';
};

/** The partitions of the new drive, to the sector. */
export type Layout = {
  sectorBytes: number;
  sourceSectors: number;
  targetSectors: number;
  diskGuid: string;
  parts: PlacedPart[];
  /** Unpartitioned bytes on the new drive, alignment included. */
  spareBytes: number;
  /** Set where the growing part's file system ends before the room does. */
  growthStoppedBy: string | null;
};

/** Sectors that one part's file system can reach, from its start; what cannot grow is not listed. */
export type GrowthLimits = Record<number, number>;

/** The part that should take the new space: the largest one that holds data and can grow. */
export function growingPart(table: PartTable, limits: GrowthLimits): Part | null {
  const sectors = (part: Part) => part.lastSector - part.firstSector + 1;
  const can = table.parts.filter(
    (part) =>
      limits[part.number] !== undefined &&
      part.typeGuid !== partTypeCodes.efiSystem &&
      part.typeGuid !== partTypeCodes.recovery,
  );
  return can.reduce<Part | null>(
    (best, part) => (best && sectors(best) >= sectors(part) ? best : part),
    null,
  );
}

/**
 * Carries the parts of `source` to a drive of `targetSectors`: what stands before the growing part stays,
 * what stands behind it moves to the end, and it grows over the room between, all on 1 MiB lines.
 * Faults: `sector-size`, `target-smaller`, `hold-back`.
 */
export function planLayout(
  source: PartTable,
  target: { sectors: number; sectorBytes: number },
  wish: LayoutWish,
  limits: GrowthLimits,
): Result<Layout> {
  const { sectorBytes } = source;
  if (target.sectorBytes !== sectorBytes) {
    return refuse(
      'sector-size',
      `The old drive has ${sectorBytes}-byte sectors and the new one ${target.sectorBytes}-byte sectors: these file systems cannot be carried over.`,
      `Choose a drive with ${sectorBytes}-byte sectors.`,
    );
  }
  const line = lineBytes / sectorBytes;
  const { firstUsable, lastUsable } = usableSectors(target.sectors, sectorBytes);
  const held = Math.ceil((target.sectors * wish.holdBackPercent) / 100);
  const end = Math.floor((lastUsable + 1 - held) / line) * line;
  const sorted = [...source.parts].sort((a, b) => a.firstSector - b.firstSector);
  const grows = growingPart(source, limits);
  const split = grows ? sorted.indexOf(grows) : sorted.length - 1;
  const before = sorted.slice(0, split + 1);
  const behind = sorted.slice(split + 1);

  const starts = new Map<number, number>(before.map((part) => [part.number, part.firstSector]));
  let roomEnd = end;
  for (const part of [...behind].reverse()) {
    const start = Math.floor((roomEnd - size(part)) / line) * line;
    starts.set(part.number, start);
    roomEnd = start;
  }
  const lastBefore = before.at(-1);
  const needed = lastBefore ? lastBefore.lastSector + 1 : firstUsable;
  if (roomEnd < needed || (sorted[0] && sorted[0].firstSector < firstUsable)) {
    const sourceEnd = sorted.reduce((most, part) => Math.max(most, part.lastSector), 0);
    return wish.holdBackPercent > 0 && lastUsable >= sourceEnd
      ? refuse(
          'hold-back',
          `With ${wish.holdBackPercent} % held back the old parts do not fit.`,
          'Hold less back.',
        )
      : refuse(
          'target-smaller',
          'The new drive ends before the parts of the old one do.',
          'Choose a drive that is at least as large as the old one.',
        );
  }
  let growthStoppedBy: string | null = null;
  const parts = sorted.map((part): PlacedPart => {
    const firstSector = starts.get(part.number)!;
    let lastSector = firstSector + size(part) - 1;
    if (part === grows) {
      const reach = firstSector + limits[part.number]! - 1;
      lastSector = Math.max(lastSector, Math.min(roomEnd - 1, reach));
      if (reach < roomEnd - 1) growthStoppedBy = `the tables of “${part.name}” reach no further`;
    }
    const moves = firstSector !== part.firstSector;
    const grown = lastSector - firstSector + 1 > size(part);
    return {
      number: part.number,
      name: part.name,
      typeGuid: part.typeGuid,
      partGuid: part.partGuid,
      attributes: part.attributes,
      from: { firstSector: part.firstSector, lastSector: part.lastSector },
      to: { firstSector, lastSector },
      change: moves ? (grown ? 'moves and grows' : 'moves') : grown ? 'grows' : 'stays',
    };
  });
  const used = parts.reduce((total, part) => total + part.to.lastSector - part.to.firstSector + 1, 0);
  return ok({
    sectorBytes,
    sourceSectors: source.driveSectors,
    targetSectors: target.sectors,
    diskGuid: source.diskGuid,
    parts,
    spareBytes: (lastUsable - firstUsable + 1 - used) * sectorBytes,
    growthStoppedBy,
  });
}

const size = (part: { firstSector: number; lastSector: number }) => part.lastSector - part.firstSector + 1;

/** The table that the new drive gets. Identities are kept: systems find their parts by them. */
export function targetTable(layout: Layout): PartTable {
  return {
    sectorBytes: layout.sectorBytes,
    driveSectors: layout.targetSectors,
    diskGuid: layout.diskGuid,
    ...usableSectors(layout.targetSectors, layout.sectorBytes),
    parts: layout.parts.map(({ number, name, typeGuid, partGuid, attributes, to }) => ({
      number,
      name,
      typeGuid,
      partGuid,
      attributes,
      ...to,
    })),
  };
}

/** Bytes of a placed part on the new drive. */
export const placedBytes = (layout: Layout, part: PlacedPart) => size(part.to) * layout.sectorBytes;

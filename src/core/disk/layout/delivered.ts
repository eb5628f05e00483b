import { z } from 'zod';
import { type Result, ok, refuse } from '../../result';
import { growthLimitSectors } from '../file-system/fat-change';
import { smallestFat32Sectors } from '../file-system/fat-make';
import { usableSectors } from '../table/gpt';
import { partTypeCodes } from '../table/guid';
import { type PartTable, partBytes } from '../table/part-table';
import { lineBytes } from './layout';
import { type PartRules, growsAtAll } from './rules';

/** A part as the maker delivers it; exactly one part of a drive takes `rest`. */
export const DeliveredPart = z.object({
  name: z.string().min(1).max(36),
  type: z.enum(['efiSystem', 'basicData', 'recovery']),
  sizeMiB: z.union([z.int().positive().max(1_000_000), z.literal('rest')]),
  fat32: z.object({
    sectorsPerCluster: z.union([
      z.literal(1),
      z.literal(2),
      z.literal(4),
      z.literal(8),
      z.literal(16),
      z.literal(32),
      z.literal(64),
      z.literal(128),
    ]),
    tables: z.union([z.literal(1), z.literal(2)]),
    /** Size in sectors up to which the tables were made; 0 where they fit the part alone. */
    roomForSectors: z.int().nonnegative().max(0xffffffff),
    volumeLabel: z.string().regex(/^[A-Z0-9 ]{1,11}$/u),
  }),
  /** Where it holds another file system than FAT32; the stand-in drive has it where its size ships with the product. */
  volume: z.enum(['ext4', 'NTFS', 'exFAT']).optional(),
});
export type DeliveredPart = z.infer<typeof DeliveredPart>;

const line = (sectorBytes: number) => lineBytes / sectorBytes;

/**
 * The table of a drive as delivered, parts one behind the other on 1 MiB lines.
 * `guidOf(n)` gives the identity of part n (1, 2, …) and, for 0, of the drive.
 * Fault: `parts-too-large` where the drive does not hold them, each large enough to be FAT32.
 */
export function deliveredTable(
  parts: DeliveredPart[],
  drive: { sectors: number; sectorBytes: number },
  guidOf: (number: number) => string,
): Result<PartTable> {
  const { firstUsable, lastUsable } = usableSectors(drive.sectors, drive.sectorBytes);
  const step = line(drive.sectorBytes);
  const end = Math.floor((lastUsable + 1) / step) * step;
  const fixed = parts.reduce((total, part) => total + (part.sizeMiB === 'rest' ? 0 : part.sizeMiB * step), 0);
  const rest = end - step - fixed;
  const least = parts.reduce(
    (most, { sizeMiB, fat32 }) =>
      sizeMiB === 'rest' ? Math.max(most, smallestFat32Sectors(fat32, drive.sectorBytes)) : most,
    0,
  );
  if (rest < least) {
    const bytes = (least + fixed + step) * drive.sectorBytes;
    return refuse(
      'parts-too-large',
      `This device’s own parts take at least ${Math.ceil(bytes / 1e9)} GB: the old drive cannot be smaller.`,
      'Check the old drive’s label and correct it at Take in.',
    );
  }
  let next = step;
  return ok({
    kind: 'gpt',
    sectorBytes: drive.sectorBytes,
    driveSectors: drive.sectors,
    diskGuid: guidOf(0),
    firstUsable,
    lastUsable,
    parts: parts.map((part, i) => {
      const firstSector = next;
      next += part.sizeMiB === 'rest' ? rest : part.sizeMiB * step;
      return {
        number: i + 1,
        typeGuid: partTypeCodes[part.type],
        partGuid: guidOf(i + 1),
        firstSector,
        lastSector: next - 1,
        attributes: '0',
        name: part.name,
      };
    }),
  });
}

/** What is known beforehand of the file systems that are not FAT32: who grows them, and the sectors they live with. */
const volumeRules = {
  ext4: { grownBy: 'device', sectorFit: { rule: 'at most', bytes: 4096 } },
  NTFS: { grownBy: 'device', sectorFit: { rule: 'exactly', bytes: 512 } },
  // How far its tables reach is read when the drive is out.
  exFAT: { grownBy: null, sectorFit: { rule: 'exactly', bytes: 512 } },
} as const;

/** What may be done with each delivered part, by the tables that the maker gave it: a forecast until the drive is read. */
export function deliveredRules(parts: DeliveredPart[], table: PartTable): PartRules {
  return Object.fromEntries(
    parts.map((part, i) => {
      const placed = table.parts[i]!;
      const { sectorBytes } = table;
      const own = placed.lastSector - placed.firstSector + 1;
      const room = Math.max(own, part.fat32.roomForSectors);
      const { sectorsPerCluster, tables } = part.fat32;
      const limit = growthLimitSectors({
        bits: 32,
        sectorBytes,
        sectorsPerCluster,
        reservedSectors: 32,
        tables,
        tableSectors: Math.ceil(((room / sectorsPerCluster + 2) * 4) / sectorBytes),
        rootEntries: 0,
      });
      const ownBytes = partBytes(placed, sectorBytes);
      const grows = growsAtAll(placed.typeGuid);
      if (part.volume) {
        const { grownBy, sectorFit } = volumeRules[part.volume];
        const mostBytes = grows && grownBy ? Number.MAX_SAFE_INTEGER : ownBytes;
        const common = {
          usedBytes: null,
          leastBytes: ownBytes,
          mayMove: true,
          mayDrop: part.type === 'recovery',
        };
        return [
          i + 1,
          { ...common, holds: part.volume, mostBytes, grownBy: grows ? grownBy : null, sectorFit },
        ];
      }
      return [
        i + 1,
        {
          holds: 'FAT32',
          leastBytes: ownBytes,
          usedBytes: null,
          mostBytes: grows ? Math.max(ownBytes, limit * sectorBytes) : ownBytes,
          grownBy: grows ? 'rewrite' : null,
          mayMove: true,
          mayDrop: part.type === 'recovery',
          sectorFit: { rule: 'exactly', bytes: sectorBytes },
        },
      ];
    }),
  );
}

/** Bytes that the system parts around the data part take. */
export const systemPartsBytes = (parts: DeliveredPart[]): number =>
  parts.reduce((total, part) => total + (part.sizeMiB === 'rest' ? 0 : part.sizeMiB * 2 ** 20), 0);

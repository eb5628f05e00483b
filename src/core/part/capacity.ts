import { type Result, ok, refuse } from '../result';

export type SectorBytes = 512 | 4096;

/** IDEMA LBA1-03: constants of the label rule, by sector size. Good for disks and solid-state drives, not for eMMC, cards or sticks. */
const labelRule = {
  512: { first: 97_696_368, perGB: 1_953_504 },
  4096: { first: 12_212_046, perGB: 244_188 },
} as const;

/** Where the rule holds, GB; larger drives may follow a later one (see docs/LIMITATIONS.md). */
export const labelRuleGB = { from: 50, to: 8000 } as const;

/**
 * Sectors that a drive of `labelGB` (10⁹ bytes each) has: first + perGB × (GB − 50), IDEMA LBA1-03.
 * Refuses zero, fractions, and what lies outside the rule's range.
 */
export function sectorsFromLabel(labelGB: number, sectorBytes: SectorBytes): Result<number> {
  if (!Number.isInteger(labelGB) || labelGB <= 0) {
    return refuse(
      'capacity',
      `A capacity of ${labelGB} GB is none.`,
      'Type the whole gigabytes of the label, such as 512.',
    );
  }
  if (labelGB < labelRuleGB.from || labelGB > labelRuleGB.to) {
    return refuse(
      'capacity-range',
      `The label rule covers ${labelRuleGB.from} to ${labelRuleGB.to} GB, not ${labelGB} GB.`,
      'Read the number of sectors from the drive itself on the dock.',
    );
  }
  const { first, perGB } = labelRule[sectorBytes];
  return ok(first + perGB * (labelGB - 50));
}

/**
 * Sectors to reckon with before a drive can be read: by the label rule where it applies, outside its range by the
 * label's own bytes (the rule never gives less). A forecast: the dock reads what the drive says.
 */
export function forecastSectors(labelGB: number, sectorBytes: SectorBytes): number {
  const sectors = sectorsFromLabel(labelGB, sectorBytes);
  return sectors.ok ? sectors.value : Math.floor((labelGB * 1e9) / sectorBytes);
}

/**
 * Bytes a system will show as free on a new drive: whole drive − both partition tables and the alignment to 1 MiB
 * − the system's own parts − the share a file system keeps for itself.
 * `fileSystemShare` 0..1: 0.0005 is a FAT32 table of 4 bytes for each 8 KiB cluster; smaller for larger clusters.
 */
export function freeShownBytes(
  driveBytes: number,
  systemPartsBytes: number,
  fileSystemShare = 0.0005,
): number {
  const tablesAndAlignment = 2 * 2 ** 20;
  return Math.max(
    0,
    Math.floor((driveBytes - tablesAndAlignment - systemPartsBytes) * (1 - fileSystemShare)),
  );
}

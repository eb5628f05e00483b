import { type Result, ok, refuse } from '../../result';
import { partTypeCodes } from '../table/guid';
import { entryCount, type Part, type PartTable } from '../table/part-table';
import { lineBytes } from './layout';
import type { PartRule } from './rules';

/**
 * An empty part for a second system, which its installer will use; both share the one EFI part. Its identity follows
 * from the drive's, so that the same plan gives the same bytes. Faults: `not-gpt`, `no-efi-part`.
 */
export function newSystemPart(
  source: PartTable,
  mebibytes: number,
): Result<{ part: Part; rule: PartRule; bytes: number }> {
  if (source.kind !== 'gpt')
    return refuse(
      'not-gpt',
      'This drive’s older kind of table has no room for a second system.',
      'Fill the drive instead.',
    );
  if (!source.parts.some((part) => part.typeGuid === partTypeCodes.efiSystem))
    return refuse(
      'no-efi-part',
      'Without an EFI part there is nothing two systems could share.',
      'Fill the drive instead.',
    );
  const taken = new Set(source.parts.map(({ number }) => number));
  const number = Array.from({ length: entryCount }, (_, i) => i + 1).find((n) => !taken.has(n));
  if (number === undefined) return refuse('too-many-parts', 'The table is full.', 'Leave one part behind.');
  const bytes = mebibytes * lineBytes;
  return ok({
    part: {
      number,
      typeGuid: partTypeCodes.fileSystemData,
      partGuid: siblingGuid(source.diskGuid, number),
      firstSector: 0,
      lastSector: 0,
      attributes: '0',
      name: 'second system',
    },
    rule: {
      holds: 'nothing yet',
      leastBytes: lineBytes,
      usedBytes: 0,
      mostBytes: bytes,
      grownBy: null,
      mayMove: true,
      mayDrop: true,
      sectorFit: null,
    },
    bytes,
  });
}

/** An identity beside the drive's own: its last twelve digits, moved on by the part's number and a large odd step. */
function siblingGuid(diskGuid: string, number: number): string {
  const head = diskGuid.slice(0, -12);
  const tail = (BigInt(`0x${diskGuid.slice(-12)}`) + BigInt(number) * 0x9e3779b97f5n) % 2n ** 48n;
  return head + tail.toString(16).toUpperCase().padStart(12, '0');
}
